<template>
  <span class="part">
    <button
      class="how mono"
      type="button"
      :title="`${WORDS[how]}; press to change`"
      :aria-label="`${name}: ${WORDS[how]}; press to change`"
      @click="emit('how', NEXT[how])"
    >
      {{ SIGNS[how] }}
    </button>
    <label-tag v-if="group" class="tag" :number="group.number" :name="group.name" :color="group.color" />
    <span v-else class="other small">{{ part.mask ? 'mask' : part.image ? 'picture' : 'group' }} {{ name }}</span>
    <button v-work class="out" type="button" :aria-label="`Take ${name} out`" @click="emit('remove')">×</button>
  </span>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import LabelTag from '@/components/label-tag.vue'

import type { Group, MaskPart } from '@/api/types'

/** A thing that a mask is made of, with what it does there. */
const props = defineProps<{ part: MaskPart; groups: Group[] }>()
const emit = defineEmits<{ how: [how: 'add' | 'subtract' | 'intersect']; remove: [] }>()

const SIGNS = { add: '+', subtract: '−', intersect: '∩' }
const WORDS = { add: 'added', subtract: 'taken away', intersect: 'only what both have' }
const NEXT = { add: 'subtract', subtract: 'intersect', intersect: 'add' } as const

const how = computed(() => props.part.how ?? 'add')
const group = computed(() => props.groups.find((g) => g.id === props.part.group) ?? null)
const name = computed(() => group.value?.name ?? props.part.mask ?? props.part.image ?? 'that is gone')
</script>

<style scoped>
.part {
  display: inline-flex;
  align-items: center;
  gap: 2px;
  max-width: 100%;
}

.tag {
  height: 24px;
  font-size: var(--text-small);
}

.how,
.out {
  width: 20px;
  height: 22px;
  padding: 0;
  border: none;
  background: none;
  color: inherit;
  font-size: 15px;
  cursor: pointer;
}

.how:hover,
.out:hover {
  background: var(--accent-soft);
}

.other {
  overflow: hidden;
  padding: 2px 8px;
  border: 1px solid var(--rule-strong);
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
