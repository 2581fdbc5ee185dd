<template>
  <div
    ref="frame"
    class="frame"
    data-testid="sheet"
    role="application"
    tabindex="0"
    aria-label="The sheet: the model in UV space. Arrows slide it, plus and minus zoom."
  >
    <canvas ref="canvas" />
    <aim-mark :at="aim" />
  </div>
</template>

<script setup lang="ts">
import { onBeforeUnmount, useTemplateRef, watch, watchEffect } from 'vue'
import { drawSheet } from '@/components/draw-sheet'
import { SheetFill } from '@/components/sheet-fill'
import { useMapCamera } from '@/components/use-map-camera'
import { useMapCanvas } from '@/components/use-map-canvas'
import { parseHex } from '@/model/color'
import { theme } from '@/model/theme'
import { uvBox } from '@/model/uv-sides'
import AimMark from '@/components/aim-mark.vue'

import type { Group } from '@/api/types'
import type { CanvasSize } from '@/components/use-map-canvas'
import type { Model } from '@/model/model'
import type { Pick, PickMode } from '@/model/pick'
import type { StrokePhase } from '@/stage/press'

/** The sheet of a model with UVs as ink on paper, in step with the stage: hover and pick in both. */
const props = defineProps<{
  model: Model
  faceGroups: Uint16Array | null
  groups: Group[]
  pick: Pick | null
  hovered: ArrayLike<number>
  /** Whether a press on a face draws a stroke, while one beside them slides the sheet. */
  drawsOnFaces?: boolean
  /** Pictures of where UVs overlap, each with the lower left corner of its tile. */
  shades?: { image: ImageBitmap; u: number; v: number }[]
}>()
const emit = defineEmits<{
  click: [face: number | null, mode: PickMode]
  hover: [face: number | null]
  /** The face is null beside all of them. */
  stroke: [phase: StrokePhase, face: number | null]
}>()

/** Pixels a tile. */
const LARGEST_SCALE = 40_000
const HEAD_SHARE = 0.08
const STROKE_STEP_PX = 3
/** Paler than the paper in any theme: nothing has been laid on it. */
const UNCLAIMED: [number, number, number] = [214, 211, 204]

const frame = useTemplateRef<HTMLElement>('frame')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const camera = useMapCamera(() => requestDraw(), LARGEST_SCALE)
const { aim, requestDraw, goHome } = useMapCanvas({
  frame,
  canvas,
  camera,
  home: showAll,
  draw,
  onHover: (x, y) => emit('hover', fill.faceAt(x, y)),
  onLeave: () => emit('hover', null),
  onClick: (x, y, mode) => emit('click', fill.faceAt(x, y), mode),
  isHeld: (x, y) => props.drawsOnFaces && fill.faceAt(x, y) !== null,
  onStroke: drawTo
})
const fill = new SheetFill(requestDraw)
onBeforeUnmount(() => fill.dispose())
watch(() => props.model, goHome)
watchEffect(() => {
  fill.setModel(props.model)
  if (props.faceGroups?.length === props.model.facePart.length) fill.setFaceGroups(props.faceGroups)
})
watchEffect(() => {
  const colors = new Map(props.groups.map((g) => [g.number, parseHex(g.color)] as const))
  fill.setColors(colors.set(0, UNCLAIMED))
})
watch([() => props.faceGroups, () => props.groups, () => props.pick, () => props.hovered, () => props.shades, theme], () => requestDraw(), { flush: 'post' })

/** Shows all tiles that hold UVs. */
function showAll({ width, height }: CanvasSize): void {
  const [u0, v0, u1, v1] = uvBox(props.model, null)
  const top = Math.ceil(v1)
  const bottom = Math.min(0, Math.floor(v0))
  // Above the tiles stand their numbers.
  const head = HEAD_SHARE * (top - bottom)
  camera.showAll(Math.min(0, Math.floor(u0)), 1 - top - head, Math.ceil(u1), 1 - bottom, width, height)
}

/** Shows the box of some faces. */
function flyTo(isIn: (face: number) => boolean): void {
  if (!frame.value) return
  const [u0, v0, u1, v1] = grown(uvBox(props.model, isIn))
  camera.show(u0, 1 - v1, u1, 1 - v0, frame.value.clientWidth, frame.value.clientHeight)
}

/** Some air around small boxes, so that it is seen where they lie. */
function grown([u0, v0, u1, v1]: [number, number, number, number]): [number, number, number, number] {
  const air = Math.max(0.06, 0.4 * Math.max(u1 - u0, v1 - v0))
  return [u0 - air, v0 - air, u1 + air, v1 + air]
}

let drawnTo = { x: 0, y: 0 }

/** Tells every face that a stroke passes, also between two places that the pointer told. */
function drawTo(phase: StrokePhase, x: number, y: number): void {
  if (phase === 'begin') drawnTo = { x, y }
  const steps = Math.max(1, Math.ceil(Math.hypot(x - drawnTo.x, y - drawnTo.y) / STROKE_STEP_PX))
  for (let i = 1; i < steps && phase === 'go'; i++) {
    emit('stroke', 'go', fill.faceAt(drawnTo.x + ((x - drawnTo.x) * i) / steps, drawnTo.y + ((y - drawnTo.y) * i) / steps))
  }
  drawnTo = { x, y }
  emit('stroke', phase, fill.faceAt(x, y))
}

function draw(context: CanvasRenderingContext2D, size: CanvasSize): void {
  const style = getComputedStyle(canvas.value!)
  const ink = {
    ink: style.getPropertyValue('--ink'),
    soft: style.getPropertyValue('--ink-soft'),
    paper: style.getPropertyValue('--paper-raised')
  }
  const picked = props.pick?.faces ? props.pick.mask() : null
  drawSheet(context, size, camera, { ...props, shades: props.shades ?? [], picked }, fill, ink)
}

defineExpose({
  /** Shows the faces that `isIn` takes. */
  flyTo
})
</script>

<style scoped>
.frame {
  position: relative;
  min-width: 0;
  min-height: 0;
  background: var(--paper);
  overflow: hidden;
}

.frame:focus-visible {
  outline-offset: -3px;
}

canvas {
  position: absolute;
  inset: 0;
  width: 100%;
  height: 100%;
  touch-action: none;
}
</style>
