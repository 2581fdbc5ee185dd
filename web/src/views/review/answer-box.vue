<template>
  <section class="answer" aria-label="Answer">
    <template v-if="item">
      <p class="question">{{ question }}</p>
      <div class="verbs">
        <el-button v-work type="primary" @click="emit('right')">Right <kbd>Enter</kbd></el-button>
        <el-checkbox v-if="alike > 1" :model-value="isForAlike" @change="emit('alike', $event === true)">
          all {{ whole(alike) }} like this
        </el-checkbox>
      </div>
      <template v-if="item.reason !== 'lost part'">
        <p class="soft small">No, it belongs to: press its number.</p>
        <ul class="tags">
          <li v-for="group in ordered" :key="group.id">
            <button
              v-work
              class="there"
              type="button"
              :class="{ near: item.proposals.includes(group.id) }"
              :title="item.proposals.includes(group.id) ? `${group.name}: near in name` : group.name"
              @click="emit('there', group.id)"
            >
              <label-tag :number="group.number" :name="group.name" :color="group.color" />
            </button>
          </li>
          <li>
            <button v-work class="there" type="button" @click="emit('there', 0)">
              <label-tag :number="0" name="unclaimed" :color="null" />
            </button>
          </li>
        </ul>
      </template>
    </template>
    <p v-else class="question">Everything was looked at.</p>
  </section>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox } from 'element-plus'
import { computed } from 'vue'
import LabelTag from '@/components/label-tag.vue'
import { whole } from '@/model/words'

import type { Group, ReviewItem } from '@/api/types'

const props = defineProps<{ item: ReviewItem | null; groups: Group[]; alike: number; isForAlike: boolean }>()
const emit = defineEmits<{ right: []; there: [groupId: number]; alike: [isForAlike: boolean] }>()

/** What resembles the part in name comes first. */
const ordered = computed(() => {
  const near = props.item?.proposals ?? []
  const rank = (g: Group): number => (near.includes(g.id) ? near.indexOf(g.id) : near.length)
  return [...props.groups].sort((a, b) => rank(a) - rank(b) || a.number - b.number)
})

const question = computed(() => {
  const item = props.item!
  const group = props.groups.find((g) => g.id === item.groupId)
  const where = group ? `in ${group.number} ${group.name}` : 'unclaimed'
  const part = item.newPart || item.oldPart || 'A part without name'
  switch (item.reason) {
    case 'new part':
      return `${part} is new and ${where}.`
    case 'lost part':
      return `${part} is gone.`
    case 'renamed part':
      return `${part} was ${item.oldPart || 'without name'} and is ${where}.`
    case 'new surface':
      return `Here ${part} has surface that was not there before; it is ${where}.`
    case 'border':
      return `A border runs across these faces of ${part}: less than four fifths of each lie in one group. Most are ${where}.`
    case 'symmetric':
      return `${part} was turned, and looks the same in several ways; nothing tells which of them it was. It is ${where}.`
    case 'nearly as good':
      return `Another part or surface of the old model fits here as well, with another group; this is ${where}.`
    default:
      return `Here ${part} lies between groups or away from where it was; it is ${where}.`
  }
})
</script>

<style scoped>
.answer {
  display: grid;
  gap: 8px;
  padding: 12px 14px;
  border-top: 1px solid var(--ink);
  background: var(--paper);
}

.question {
  font-weight: 600;
}

.verbs {
  display: flex;
  gap: 12px;
  align-items: center;
}

kbd {
  margin-left: 6px;
  font-family: var(--mono);
  font-size: var(--text-small);
  opacity: 0.8;
}

.tags {
  display: grid;
  grid-template-columns: minmax(0, 1fr) minmax(0, 1fr);
  gap: 4px;
  max-height: 178px;
  overflow: auto;
}

.there {
  display: flex;
  width: 100%;
  padding: 1px;
  border: 1px solid transparent;
  background: none;
  font: inherit;
  cursor: pointer;
}

.there > * {
  flex: 1;
  padding-right: 6px;
}

.near {
  border-color: var(--ink);
}
</style>
