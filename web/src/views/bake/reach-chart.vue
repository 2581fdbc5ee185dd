<template>
  <svg class="chart" :viewBox="`0 0 ${WIDTH} ${HEIGHT}`" role="img" :aria-label="words">
    <rect class="within" :x="x(-reach.inward)" y="0" :width="x(reach.outward) - x(-reach.inward)" :height="BASE" />
    <rect
      v-for="bar in bars"
      :key="bar.x"
      class="bar"
      :class="{ outside: bar.isOutside }"
      :x="bar.x"
      :y="BASE - bar.height"
      :width="bar.width"
      :height="bar.height"
    />
    <line class="surface" :x1="x(0)" :x2="x(0)" y1="0" :y2="BASE" />
    <line class="base" x1="0" :x2="WIDTH" :y1="BASE" :y2="BASE" />
    <path class="proposal" :d="`M${x(distances.proposed.outward)} 0v${BASE}M${x(-distances.proposed.inward)} 0v${BASE}`" />
    <path class="reach" :d="`M${x(reach.outward)} 0v${BASE}M${x(-reach.inward)} 0v${BASE}`" />
    <text class="scale" x="0" :y="HEIGHT - 2">{{ millimetres(left) }}</text>
    <text v-if="hasRoom" class="scale" :x="x(0)" :y="HEIGHT - 2" text-anchor="middle">surface</text>
    <text class="scale" :x="WIDTH" :y="HEIGHT - 2" text-anchor="end">{{ millimetres(right) }}</text>
  </svg>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { millimetres } from '@/model/words'

import type { PartDistances, Reach } from '@/api/types'

/** How far the source lies from a part, inward to the left and outward to the right, and what is reached. */
const props = defineProps<{ distances: PartDistances; reach: Reach }>()

const WIDTH = 320
const HEIGHT = 58
const BASE = 42
const LEAST_ROOM = 92

const left = computed(() => Math.min(props.distances.from, -props.reach.inward) * 1.05)
const right = computed(() => Math.max(props.distances.to, props.reach.outward) * 1.05)

function x(metres: number): number {
  return ((metres - left.value) / (right.value - left.value)) * WIDTH
}

/** Whether the word under the surface's line keeps clear of the ends' numbers. */
const hasRoom = computed(() => x(0) > LEAST_ROOM && x(0) < WIDTH - LEAST_ROOM)

/** Heights by the root, so that the few far points are seen beside the many near ones. */
const bars = computed(() => {
  const { from, to, counts } = props.distances
  const step = (to - from) / counts.length
  const most = Math.max(1, ...counts)
  return counts.flatMap((n, i) => {
    if (n === 0) return []
    const begin = from + i * step
    return {
      x: x(begin),
      width: Math.max(1, x(begin + step) - x(begin) - 0.5),
      height: Math.max(2, Math.sqrt(n / most) * (BASE - 4)),
      isOutside: begin + step / 2 > props.reach.outward || begin + step / 2 < -props.reach.inward
    }
  })
})
const words = computed(
  () =>
    `Distances from ${millimetres(props.distances.from)} to ${millimetres(props.distances.to)}; ` +
    `reach ${millimetres(props.reach.outward)} outward and ${millimetres(props.reach.inward)} inward`
)
</script>

<style scoped>
.chart {
  display: block;
  width: 100%;
}

.within {
  fill: var(--accent-soft);
}

.bar {
  fill: var(--ink-soft);
}

.outside {
  fill: var(--bad);
}

.surface {
  stroke: var(--ink);
  stroke-dasharray: 2 2;
}

.base {
  stroke: var(--rule-strong);
}

.proposal {
  stroke: var(--rule-strong);
  stroke-width: 1.5;
  stroke-dasharray: 4 3;
}

.reach {
  stroke: var(--accent);
  stroke-width: 2.5;
}

.scale {
  fill: var(--ink-soft);
  font-size: 13px;
}
</style>
