<template>
  <li class="row" :class="{ own: own !== null }">
    <div class="head">
      <strong>{{ title }}</strong>
      <span class="soft small mono">{{ millimetres(reach.outward) }} out · {{ millimetres(reach.inward) }} in</span>
    </div>
    <p v-if="distances.points === 0" class="alone small">! No source near this part that faces the same way.</p>
    <template v-else>
      <reach-chart :distances="distances" :reach="reach" />
      <p v-if="outside > 0" class="small outside">! {{ percent(outside) }} of the measured points lie outside the reach.</p>
    </template>
    <div class="fields">
      <label v-for="(word, side) in SIDES" :key="side" class="field small">
        {{ word }}, mm
        <el-input-number
          :model-value="toMm(reach[side])"
          size="small"
          :min="0"
          :precision="2"
          :controls="false"
          :aria-label="`Reach ${word.toLowerCase()} of ${title} in mm`"
          @update:model-value="emit('set', { ...reach, [side]: ($event ?? 0) / 1000 })"
        />
      </label>
      <button class="small-button" type="button" @click="emit('set', distances.proposed)">As measured here</button>
      <button v-if="own" class="small-button" type="button" @click="emit('set', null)">{{ backWords }}</button>
    </div>
  </li>
</template>

<script setup lang="ts">
import { ElInputNumber } from 'element-plus'
import { computed } from 'vue'
import { millimetres, percent } from '@/model/words'
import ReachChart from '@/views/bake/reach-chart.vue'

import type { PartDistances, Reach } from '@/api/types'

const props = defineProps<{
  title: string
  distances: PartDistances
  /** In force here. */
  reach: Reach
  /** Chosen here, null where another's holds. */
  own: Reach | null
  backWords: string
}>()
const emit = defineEmits<{ set: [reach: Reach | null] }>()

const SIDES = { outward: 'Outward', inward: 'Inward' } as const

function toMm(metres: number): number {
  return Math.round(metres * 1e5) / 100
}

/** Share of the classes' points beyond the reach. */
const outside = computed(() => {
  const { from, to, counts, points } = props.distances
  const step = (to - from) / counts.length
  const beyond = counts.reduce((sum, n, i) => {
    const at = from + (i + 0.5) * step
    return at > props.reach.outward || at < -props.reach.inward ? sum + n : sum
  }, 0)
  return points > 0 && beyond / points > 0.001 ? beyond / points : 0
})
</script>

<style scoped>
.row {
  display: grid;
  gap: 4px;
  padding: 8px 12px;
  border-bottom: 1px solid var(--rule);
}

.own {
  background: var(--paper);
  box-shadow: inset 4px 0 0 var(--accent);
}

.head {
  display: flex;
  justify-content: space-between;
  gap: 8px;
  overflow-wrap: anywhere;
}

.head .mono {
  white-space: nowrap;
}

.alone,
.outside {
  color: var(--warn);
  font-weight: 600;
}

.fields {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  align-items: end;
}

.field {
  display: grid;
}

.field :deep(.el-input-number) {
  width: 84px;
}
</style>
