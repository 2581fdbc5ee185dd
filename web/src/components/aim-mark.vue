<template>
  <svg v-if="at" class="aim" data-testid="aim" aria-hidden="true" viewBox="-17 -17 34 34" :style="{ left: `${at.x}px`, top: `${at.y}px` }">
    <path class="under" :d="CROSS" />
    <path class="over" :d="CROSS" />
  </svg>
</template>

<script setup lang="ts">
/** Where the keyboard points at in a view; pixels from its upper left corner. */
defineProps<{ at: { x: number; y: number } | null }>()
const CROSS = 'M-15 0h10M5 0h10M0-15v10M0 5v10M0 0v0'
</script>

<style scoped>
.aim {
  position: absolute;
  width: 34px;
  height: 34px;
  margin: -17px;
  pointer-events: none;
}

path {
  fill: none;
  stroke-linecap: round;
}

.under {
  stroke: #000;
  stroke-width: 4.5;
}

.over {
  stroke: #fff;
  stroke-width: 2;
}
</style>
