<template>
  <section class="box">
    <h3>Sheets</h3>
    <el-select v-work :model-value="plan.by" size="small" aria-label="How sheets are made" @change="choose">
      <el-option value="fitting" label="as the UVs lie" />
      <el-option value="one" label="all on one" />
      <el-option value="udim" label="by UDIM tile" />
      <el-option value="material" label="by material" />
      <el-option value="hand" label="by hand, under Parts" />
    </el-select>
    <ul class="rows">
      <li v-for="row in rows" :key="row.sheet">
        <span class="mono">{{ row.sheet }}</span>
        <span class="soft">{{ overlapWords(row) }}</span>
      </li>
    </ul>
    <label class="size small">
      overlaps counted at
      <el-select v-model="size" size="small" aria-label="Size at which overlaps are counted">
        <el-option v-for="s in SIZES" :key="s" :value="s" :label="`${s} px`" />
      </el-select>
    </label>
    <p v-if="problem" class="small">{{ problem }}</p>
  </section>
</template>

<script setup lang="ts">
import { ElOption, ElSelect } from 'element-plus'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { count, whole } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useUndoHereStore } from '@/stores/undo-here'
import { useAnswer } from '@/components/use-answer'

import type { Revision, SheetOverlaps, SheetPlan } from '@/api/types'

/** How the target is divided into sheets, and what overlaps on each. */
const props = defineProps<{ revision: Revision }>()

const SIZES = [512, 1024, 2048, 4096]

const store = useAssetStore()
const undo = useUndoHereStore()
const size = ref(1024)
const plan = computed<SheetPlan>(() => store.asset?.sheetPlan ?? { by: 'fitting', hand: [] })

const { answer, problem } = useAnswer(
  () => JSON.stringify([props.revision.id, props.revision.geometryKey, plan.value, store.journalStamp, size.value]),
  () => api.overlaps(props.revision.id, size.value)
)
const rows = computed<SheetOverlaps[]>(() => (problem.value ? [] : (answer.value ?? [])))

function overlapWords({ overlaps }: SheetOverlaps): string {
  if (overlaps.overlapping === 0) return 'no overlaps'
  const conflicts = overlaps.conflicts > 0 ? `, ${whole(overlaps.conflicts)} in conflict` : ', harmless'
  return `${count(overlaps.overlapping, 'texel')} overlap${conflicts}`
}

function setPlan(next: SheetPlan): Promise<void> {
  return store.change(({ id, version }) => api.setSheetPlan(id, version, next))
}

async function choose(by: SheetPlan['by']): Promise<void> {
  const before = plan.value
  const next = { by, hand: by === 'hand' ? before.hand : [] }
  if (!(await orSay(() => setPlan(next)))) return
  undo.did(store.asset!.id, 'bring-in', { words: 'how sheets are made', undo: () => setPlan(before), redo: () => setPlan(next) })
}
</script>

<style scoped>
.box {
  display: grid;
  gap: 6px;
}

.rows li {
  display: flex;
  gap: 10px;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
  font-size: var(--text-small);
}
.size {
  display: flex;
  align-items: center;
  gap: 8px;
}

.size > * {
  flex: 1;
}
</style>
