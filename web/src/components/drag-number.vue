<template>
  <span class="drag mono" :class="{ dragged: start !== null }">
    <input
      ref="field"
      :value="typed ?? shown"
      :aria-label="label"
      inputmode="decimal"
      :style="{ width: `${Math.max(2, (typed ?? shown).length) + 0.6}ch` }"
      :title="`${label}: drag sideways, type, or use the arrow keys`"
      @pointerdown="begin"
      @pointermove="drag"
      @pointerup="end"
      @pointercancel="drop"
      @input="typed = field!.value"
      @change="type"
      @blur="typed = null"
      @keydown.up.prevent="nudge(1)"
      @keydown.down.prevent="nudge(-1)"
    />
    <span class="unit">{{ unit }}</span>
  </span>
</template>

<script setup lang="ts">
import { computed, ref, shallowRef, useTemplateRef } from 'vue'

/** A number that is dragged sideways where it stands; what it would be is told all the while. */
const props = defineProps<{
  modelValue: number
  label: string
  unit: string
  min: number
  max: number
  /** What one pixel of dragging and one press of an arrow key change. */
  step: number
}>()
const emit = defineEmits<{
  try: [value: number]
  keep: [value: number]
  /** What was tried is not meant. */
  drop: []
}>()

const THRESHOLD_PX = 3

const field = useTemplateRef<HTMLInputElement>('field')
const start = shallowRef<{ x: number; value: number; isMoved: boolean } | null>(null)
const shown = computed(() => String(props.modelValue))
/** What is being typed stays until it is kept, whatever is drawn anew meanwhile. */
const typed = ref<string | null>(null)

function within(value: number): number {
  const digits = Math.max(0, -Math.floor(Math.log10(props.step)))
  return Number(Math.min(props.max, Math.max(props.min, value)).toFixed(digits))
}

function begin(e: PointerEvent): void {
  if (e.button !== 0) return
  start.value = { x: e.clientX, value: props.modelValue, isMoved: false }
  field.value!.setPointerCapture(e.pointerId)
}

function valueAt(e: PointerEvent): number {
  return within(start.value!.value + Math.round((e.clientX - start.value!.x) / 2) * props.step)
}

function drag(e: PointerEvent): void {
  if (!start.value || e.buttons === 0) return
  if (!start.value.isMoved && Math.abs(e.clientX - start.value.x) < THRESHOLD_PX) return
  start.value = { ...start.value, isMoved: true }
  emit('try', valueAt(e))
}

function end(e: PointerEvent): void {
  if (!start.value) return
  if (start.value.isMoved) emit('keep', valueAt(e))
  else field.value!.select()
  start.value = null
}

/** The system took the pointer away. */
function drop(): void {
  if (start.value?.isMoved) {
    emit('try', start.value.value)
    emit('drop')
  }
  start.value = null
}

function type(): void {
  const text = (typed.value ?? field.value!.value).trim()
  const value = Number(text.replace(',', '.'))
  typed.value = null
  if (Number.isFinite(value) && text !== '') emit('keep', within(value))
  field.value!.value = shown.value
}

function nudge(by: number): void {
  typed.value = null
  emit('keep', within(props.modelValue + by * props.step))
}
</script>

<style scoped>
.drag {
  display: inline-flex;
  align-items: baseline;
}

input {
  padding: 0 2px;
  border: none;
  border-bottom: 1px dashed var(--ink);
  background: none;
  color: inherit;
  font: inherit;
  text-align: right;
  cursor: ew-resize;
  touch-action: none;
}

.dragged input,
input:hover {
  background: var(--accent-soft);
}

.unit {
  padding-left: 3px;
  font-family: var(--sans);
  word-spacing: normal;
}
</style>
