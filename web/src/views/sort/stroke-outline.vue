<template>
  <svg v-if="shape.length > 1" class="over" aria-hidden="true">
    <polygon :points="points" class="shadow" />
    <polygon :points="points" class="line" />
  </svg>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import type { Shape } from '@/stage/shape'

/** The box or outline that is being drawn over the stage. */
const props = defineProps<{ shape: Shape }>()
const points = computed(() => props.shape.map((p) => `${p.x},${p.y}`).join(' '))
</script>

<style scoped>
.over {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  pointer-events: none;
}

polygon {
  fill: none;
}

.shadow {
  stroke: #000;
  stroke-width: 3;
}

.line {
  stroke: #fff;
  stroke-width: 1.5;
  stroke-dasharray: 6 4;
}
</style>
