<template>
  <div class="tray">
    <div class="made">
      <el-button v-work size="small" type="primary" @click="add">New mask</el-button>
      <span v-if="plan.masks.length === 0" class="soft small">
        Groups put together, taken away, grown over seams: what the texturing tool gets beside the masks of the groups.
      </span>
    </div>
    <ul aria-label="Made masks">
      <mask-strip
        v-for="(mask, i) in plan.masks"
        :key="i"
        :mask="mask"
        :index="i"
        :earlier="plan.masks.slice(0, i).map((m) => m.name)"
        :groups="groups"
        :images="masks.kept?.images ?? []"
        :bake-id="bakeId"
        :sheet="sheet"
        :is-shown="shown === `made ${mask.name}`"
        :exact-share="shown === `made ${mask.name}` ? share : null"
        @show="shown = `made ${mask.name}`"
        @rename="(name) => rename(i, name)"
        @menu="(word) => act(word, i)"
      />
    </ul>
    <h2 class="minor of-groups">Of the groups, as baked</h2>
    <ul aria-label="Masks of groups">
      <li v-for="row in rows" :key="row.group.id">
        <button
          class="mask row-button"
          type="button"
          :aria-current="shown === `group ${row.group.number}`"
          @click="shown = `group ${row.group.number}`"
        >
          <label-tag :number="row.group.number" :name="row.group.name" :color="row.group.color" />
          <span class="soft small">{{ count(row.texels, 'texel') }}</span>
        </button>
      </li>
    </ul>
  </div>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed } from 'vue'
import LabelTag from '@/components/label-tag.vue'
import { freeName, moved, newMask, renameMask, withMask, without } from '@/model/mask-plan'
import { count } from '@/model/words'
import { useMasksStore } from '@/stores/masks'
import MaskStrip from '@/views/masks/mask-strip.vue'

import type { Group, MaskSpec } from '@/api/types'

/** The masks that are made, and those that every group has anyway. */
defineProps<{
  rows: { group: Group; texels: number }[]
  groups: Group[]
  bakeId: number
  sheet: string
  /** Of the sheet, of the mask that is shown; null while it is not known. */
  share: number | null
}>()
/** `made NAME` or `group NUMBER`. */
const shown = defineModel<string>('shown', { required: true })

const masks = useMasksStore()
const plan = computed(() => masks.plan)

async function add(): Promise<void> {
  const mask = newMask(plan.value, [])
  await masks.keep(`mask ${mask.name} made`, (p) => ({ ...p, masks: [...p.masks, mask] }))
  shown.value = `made ${mask.name}`
}

function rename(index: number, name: string): void {
  const before = plan.value.masks[index]!.name
  if (shown.value === `made ${before}`) shown.value = `made ${name}`
  void masks.keep(`mask renamed ${name}`, (p) => renameMask(p, index, name))
}

function act(word: string, index: number): void {
  const mask = plan.value.masks[index]!
  const keepList = (words: string, next: (list: MaskSpec[]) => MaskSpec[]): void =>
    void masks.keep(words, (p) => ({ ...p, masks: next(p.masks) }))
  if (word === 'copy') {
    const copy = { ...mask, name: freeName(mask.name, plan.value.masks.map((m) => m.name)) }
    keepList(`mask ${mask.name} copied`, (list) => [...list, copy])
  } else if (word === 'up' || word === 'down') {
    keepList(`mask ${mask.name} moved`, (list) => moved(list, index, word === 'up' ? -1 : 1))
  } else if (word === 'bits') {
    const bits = mask.bits === 8 ? 16 : 8
    void masks.keep(`mask ${mask.name}: ${bits} bits`, (p) => withMask(p, index, { ...mask, bits }))
  } else {
    keepList(`mask ${mask.name} removed`, (list) => without(list, index))
  }
}
</script>

<style scoped>
.made {
  display: flex;
  gap: 10px;
  align-items: center;
  padding-bottom: 6px;
}

.of-groups {
  padding: 12px 8px 2px;
}

.mask {
  display: flex;
  gap: 8px;
  align-items: center;
  justify-content: space-between;
  padding: 4px 8px;
}

.mask:hover,
.mask[aria-current='true'] {
  background: var(--accent-soft);
}
</style>
