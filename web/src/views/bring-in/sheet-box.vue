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
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { count } from '@/model/words'
import { useAssetStore } from '@/stores/asset'

import type { Revision, SheetOverlaps, SheetPlan } from '@/api/types'

/** How the target is divided into sheets, and what overlaps on each. */
const props = defineProps<{ revision: Revision }>()

const SIZES = [512, 1024, 2048, 4096]

const store = useAssetStore()
const rows = shallowRef<SheetOverlaps[]>([])
const problem = ref('')
const size = ref(1024)
const plan = computed<SheetPlan>(() => store.asset?.sheetPlan ?? { by: 'fitting', hand: [] })

watch(
  () => JSON.stringify([props.revision.id, props.revision.geometryKey, plan.value, store.journalStamp, size.value]),
  async () => {
    problem.value = ''
    try {
      rows.value = await api.overlaps(props.revision.id, size.value)
    } catch (e) {
      rows.value = []
      problem.value = (e as Error).message
    }
  },
  { immediate: true }
)

function overlapWords({ overlaps }: SheetOverlaps): string {
  if (overlaps.overlapping === 0) return 'no overlaps'
  const conflicts = overlaps.conflicts > 0 ? `, ${overlaps.conflicts.toLocaleString('en')} in conflict` : ', harmless'
  return `${count(overlaps.overlapping, 'texel')} overlap${conflicts}`
}

async function choose(by: SheetPlan['by']): Promise<void> {
  await orSay(async () => {
    await api.setSheetPlan(store.asset!.id, store.asset!.version, { by, hand: by === 'hand' ? plan.value.hand : [] })
    await store.refresh()
  })
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
