<template>
  <li>
    <button
      class="row"
      type="button"
      :aria-current="isCurrent"
      :data-testid="`review-${item.id}`"
      @click="emit('select')"
      @keydown.enter="answerCurrent"
    >
      <span class="what">
        <strong>{{ name }}</strong>
        <span class="soft small">{{ words }}</span>
      </span>
      <span class="right">
        <span class="mono small">{{ item.reason === 'lost part' ? area(item.area) : percent(item.share) }}</span>
        <span v-if="!item.isWaiting" class="small answer">{{ item.answer === 'right' ? '✓ right' : `→ ${item.answer}` }}</span>
      </span>
    </button>
  </li>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { area, percent } from '@/model/words'

import type { ReviewItem } from '@/api/types'

const props = defineProps<{ item: ReviewItem; isCurrent: boolean }>()
const emit = defineEmits<{ select: []; right: [isForAlike: boolean] }>()

/** The key for "right" means that on the row that is asked about, and chooses any other. */
function answerCurrent(e: KeyboardEvent): void {
  if (!props.isCurrent) return
  e.preventDefault()
  e.stopPropagation()
  emit('right', e.shiftKey)
}

const name = computed(() => props.item.newPart || props.item.oldPart || 'without name')
const words = computed(() => {
  if (props.item.reason === 'renamed part') return `renamed, was ${props.item.oldPart || 'without name'}`
  return props.item.reason
})
</script>

<style scoped>
.row {
  display: flex;
  gap: 8px;
  width: 100%;
  padding: 6px 14px;
  border: none;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  text-align: left;
  cursor: pointer;
}

.row:hover {
  background: var(--paper-sunk);
}

.row[aria-current='true'] {
  background: var(--accent-soft);
  box-shadow: inset 4px 0 0 var(--ink);
}

.what {
  display: grid;
  flex: 1;
  min-width: 0;
}

.what > * {
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.right {
  display: grid;
  justify-items: end;
  align-content: start;
}

.answer {
  max-width: 120px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
