<template>
  <div class="wipe">
    <span class="name there" :style="{ right: `${100 - 100 * share}%` }">{{ there }}</span>
    <span class="name here" :style="{ left: `${100 * share}%` }">{{ here }}</span>
    <div
      ref="handle"
      class="handle"
      role="slider"
      tabindex="0"
      aria-label="Wipe"
      aria-valuemin="0"
      aria-valuemax="100"
      :aria-valuenow="Math.round(100 * share)"
      :style="{ left: `${100 * share}%` }"
      @pointerdown="handle!.setPointerCapture($event.pointerId)"
      @pointermove="handleMove"
      @keydown.left.prevent="step(-0.05)"
      @keydown.right.prevent="step(0.05)"
    />
  </div>
</template>

<script setup lang="ts">
import { useTemplateRef } from 'vue'

/** The line between two pictures, to be dragged or moved with the arrow keys. */
defineProps<{ here: string; there: string }>()
/** Share of the width that lies left of it, 0 … 1. */
const share = defineModel<number>({ required: true })
const handle = useTemplateRef<HTMLElement>('handle')

function step(by: number): void {
  share.value = Math.min(1, Math.max(0, share.value + by))
}

function handleMove(e: PointerEvent): void {
  if (e.buttons === 0) return
  const frame = handle.value!.parentElement!.getBoundingClientRect()
  share.value = Math.min(1, Math.max(0, (e.clientX - frame.left) / frame.width))
}
</script>

<style scoped>
.wipe {
  position: absolute;
  inset: 0;
  pointer-events: none;
}

.handle {
  position: absolute;
  top: 0;
  bottom: 0;
  width: 16px;
  margin-left: -8px;
  pointer-events: auto;
  cursor: ew-resize;
  touch-action: none;
}

.handle::before {
  content: '';
  position: absolute;
  inset: 0 7px;
  background: #fff;
  box-shadow: 0 0 0 1px var(--stage-ink);
}

.handle::after {
  content: '';
  position: absolute;
  top: calc(50% - 18px);
  left: 2px;
  width: 12px;
  height: 36px;
  border: 1px solid var(--stage-ink);
  border-radius: var(--radius);
  background: var(--paper-raised);
}

.name {
  position: absolute;
  top: 8px;
  margin: 0 14px;
  padding: 1px 8px;
  border-radius: var(--radius);
  background: var(--paper-raised);
  font-size: var(--text-small);
  white-space: nowrap;
}
</style>
