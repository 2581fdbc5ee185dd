<template>
  <div class="over" aria-hidden="true">
    <span
      v-for="(r, i) in regions"
      :key="i"
      class="label mono"
      :class="{ unclaimed: r.number === 0 }"
      :style="{ left: `${r.x}px`, top: `${r.y}px` }"
      >{{ r.number === 0 ? '·' : r.number }}</span
    >
  </div>
</template>

<script setup lang="ts">
import { watchDebounced } from '@vueuse/core'
import { shallowRef } from 'vue'
import { useSortingStore } from '@/stores/sorting'
import { usePickingStore } from '@/stores/picking'

import type { Region } from '@/stage/regions'
import type { Stage } from '@/stage/stage'

const MOST = 24
/** Pixels that a number needs for itself. */
const LABEL = { width: 24, height: 20 }
/** The numbers wait until the camera rests. */
const REST_MS = 120

/** Numbers of the groups on their largest visible regions, for whom colours do not tell them apart. */
const props = defineProps<{ stage: Stage | null; moves: number }>()
const sorting = useSortingStore()
const picking = usePickingStore()
const regions = shallowRef<Region[]>([])

watchDebounced(
  [() => props.stage, () => props.moves, () => sorting.faceGroups, () => sorting.model, () => picking.away],
  async () => {
    const found = props.stage && sorting.faceGroups ? await props.stage.regions(sorting.faceGroups) : []
    if (found) regions.value = apart(found).slice(0, MOST)
  },
  { immediate: true, debounce: REST_MS }
)

/** Without those whose number would lie on that of a larger one. */
function apart(found: Region[]): Region[] {
  const kept: Region[] = []
  for (const r of found) {
    if (!kept.some((k) => Math.abs(k.x - r.x) < LABEL.width && Math.abs(k.y - r.y) < LABEL.height)) kept.push(r)
  }
  return kept
}
</script>

<style scoped>
.over {
  position: absolute;
  inset: 0;
  overflow: hidden;
  pointer-events: none;
}

.label {
  position: absolute;
  min-width: 20px;
  padding: 0 5px;
  border: 1px solid #000;
  border-radius: 3px;
  background: #fff;
  color: #000;
  font-size: 13px;
  font-weight: 600;
  line-height: 18px;
  text-align: center;
  transform: translate(-50%, -50%);
}

.unclaimed {
  border-style: dashed;
}
</style>
