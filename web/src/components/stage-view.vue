<template>
  <div class="frame">
    <div ref="host" class="host" data-testid="stage" role="application" tabindex="0" :aria-label="label" />
    <slot name="over" />
    <aim-mark :at="aim" />
    <div v-if="!props.model" class="waiting" role="status">
      <span>{{ waiting }}</span>
      <template v-if="models.share !== null">
        <span class="mono">{{ Math.floor(100 * models.share) }} %</span>
        <button type="button" class="stop" @click="models.stopLoading()">Stop</button>
      </template>
    </div>
    <div class="tools"><slot name="tools" /></div>
    <!-- What the pointer passes is not read out at every move; what is aimed at by keys is. -->
    <div class="notes" :role="aim ? 'status' : undefined"><slot name="notes" /></div>
  </div>
</template>

<script setup lang="ts">
import { computed, onBeforeUnmount, shallowRef, useTemplateRef, watch } from 'vue'
import AimMark from '@/components/aim-mark.vue'
import { listenForClicks } from '@/stage/gestures'
import { listenForKeys } from '@/stage/keyboard'
import { useStage } from '@/stage/use-stage'
import { useModelsStore } from '@/stores/models'

import type { Group } from '@/api/types'
import type { Model } from '@/model/model'
import type { Pick, PickMode } from '@/model/pick'
import type { StrokePhase } from '@/stage/press'
import type { StageView } from '@/stage/shading-pass'
import type { Overlay } from '@/stage/stage'

const props = withDefaults(
  defineProps<{
    model: Model | null
    faceGroups: Uint16Array | null
    groups: Group[]
    view: StageView
    pick?: Pick | null
    /** The faces that a hover over one outlines; absent where nothing can be picked. */
    facesAt?: ((face: number) => ArrayLike<number>) | null
    /** Whether a press is a stroke of its own now, and moves neither pick nor camera. */
    isHeld?: boolean
    /** Whether a key does that as long as it is down. */
    isHeldByKey?: boolean
    /** Whether a press on the model is a stroke, while one beside it still moves the camera. */
    drawsOnModel?: boolean
    /** Further models laid over the first. */
    overlays?: Overlay[]
    /** Faces outlined as if the pointer were over them. */
    hovered?: ArrayLike<number>
    /** 1 for faces that are out of sight. */
    away?: Uint8Array | null
    /** Three bytes a face, for the view `materials`. */
    faceColors?: Uint8Array | null
    hasWire?: boolean
    /** Whether the pick is seen through what is in front of it. */
    isPickThrough?: boolean
    /** Whether unclaimed surface is hatched in every view. */
    hatchesAll?: boolean
    waiting?: string
  }>(),
  {
    pick: null,
    facesAt: null,
    overlays: () => [],
    hovered: () => [],
    away: null,
    faceColors: null,
    waiting: 'Reading the model…'
  }
)
const emit = defineEmits<{
  click: [face: number | null, mode: PickMode]
  /** Where the pointer is in the window. */
  hover: [face: number | null, clientX: number, clientY: number]
  stroke: [phase: StrokePhase, clientX: number, clientY: number, mode: PickMode]
  moved: []
}>()

const models = useModelsStore()
const host = useTemplateRef<HTMLElement>('host')
const stage = useStage(host, props)
const label = computed(
  () => `Model in 3D, ${props.model?.partNames.length ?? 0} parts. Arrows turn it, Shift arrows slide it, plus and minus zoom.`
)
const aim = shallowRef<{ x: number; y: number } | null>(null)

/** Where the pointer or the aim is in the window, while it is over the stage. */
let pointer: [number, number] | null = null
let stopListening = (): void => {}
watch(stage, (s) => {
  if (!s) return
  s.onMove(() => emit('moved'))
  // A pointer that rests is asked about again when the view under it is another.
  s.onSeen(() => pointer && handleHover(...pointer))
  const handlers = {
    onClick: handleClick,
    onHover: handleHover,
    onLeave,
    isHeld: (x: number, y: number) => props.isHeld || (props.drawsOnModel && s.hitAt(x, y) !== null),
    onStroke: handleStroke
  }
  const stops = [
    listenForClicks(s.canvas, handlers),
    listenForKeys(host.value!, () => s.steps, {
      ...handlers,
      get isHeldByKey() {
        return props.isHeldByKey
      },
      onAim: (at) => (aim.value = at)
    })
  ]
  stopListening = () => stops.forEach((stop) => stop())
})
watch(
  () => props.isHeld,
  (isHeld) => stage.value?.holdCamera(isHeld)
)
onBeforeUnmount(() => stopListening())

function handleClick(x: number, y: number, mode: PickMode): void {
  if (props.facesAt) emit('click', stage.value!.hitAt(x, y)?.face ?? null, mode)
}

/** The camera has seen the press before it was a stroke. */
function handleStroke(phase: StrokePhase, x: number, y: number, mode: PickMode): void {
  if (phase === 'begin') stage.value?.holdCamera(true)
  else if (phase !== 'go') stage.value?.holdCamera(props.isHeld)
  emit('stroke', phase, x, y, mode)
}

function handleHover(x: number, y: number): void {
  pointer = [x, y]
  if (!props.facesAt || !props.model) return
  const face = stage.value!.hoverAt(x, y)?.face ?? null
  stage.value!.setHover(face === null ? [] : props.facesAt(face))
  emit('hover', face, x, y)
}

function onLeave(): void {
  pointer = null
  stage.value?.setHover([])
  emit('hover', null, 0, 0)
}

defineExpose({
  /** Moves the camera to the faces that `isIn` takes. */
  flyTo: (isIn: (face: number) => boolean) => stage.value?.flyTo(isIn),
  /** Shows a baked map in the view `map`. */
  setMap: (image: ImageBitmap, tile: [number, number]) => stage.value?.setMap(image, tile),
  /** The stage itself, for what is asked of it rather than shown on it. */
  stage
})
</script>

<style scoped>
.frame {
  position: relative;
  min-width: 0;
  min-height: 0;
  background: var(--stage);
  overflow: hidden;
}

.host {
  position: absolute;
  inset: 0;
}

/* On the grey of the stage and on whatever the model shows: black and white. */
.host:focus-visible {
  outline: none;
}

.host:focus-visible::after {
  position: absolute;
  inset: 0;
  border: 3px solid #fff;
  outline: 3px solid #000;
  outline-offset: -6px;
  pointer-events: none;
  content: '';
}

.waiting {
  position: absolute;
  inset: 0;
  display: flex;
  gap: 12px;
  align-items: center;
  justify-content: center;
  color: #fff;
  font-size: var(--text-large);
}

.stop {
  padding: 3px 14px;
  border: 1px solid #fff;
  border-radius: var(--radius);
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--text-small);
  cursor: pointer;
}

.tools {
  position: absolute;
  top: 10px;
  left: 10px;
  right: 10px;
  display: flex;
  flex-wrap: wrap;
  gap: 6px 8px;
  align-items: center;
  pointer-events: none;
}

.tools :deep(> *) {
  pointer-events: auto;
}

.tools :deep(.el-radio-group) {
  flex-wrap: nowrap;
}

.notes {
  position: absolute;
  left: 10px;
  bottom: 8px;
  pointer-events: none;
  color: #fff;
  font-size: var(--text-small);
  text-shadow: 0 0 3px #000, 0 0 3px #000;
}
</style>
