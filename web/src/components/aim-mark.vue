<template>
  <svg v-if="at" class="aim" data-testid="aim" aria-hidden="true" viewBox="-21 -21 42 42" :style="{ left: `${at.x}px`, top: `${at.y}px` }">
    <path class="under" :d="CROSS" />
    <path class="over" :d="CROSS" />
  </svg>
</template>

<script setup lang="ts">
/** Where the keyboard points at in a view; pixels from its upper left corner. */
defineProps<{ at: { x: number; y: number } | null }>()
const CROSS = 'M-18 0h12M6 0h12M0-18v12M0 6v12'
</script>

<style scoped>
.aim {
  position: absolute;
  width: 42px;
  height: 42px;
  margin: -21px;
  pointer-events: none;
}

path {
  fill: none;
  stroke-linecap: round;
}

.under {
  stroke: #000;
  stroke-width: 6;
}

.over {
  stroke: #fff;
  stroke-width: 2.6;
}
</style>
