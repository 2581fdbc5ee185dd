<template>
  <div
    ref="frame"
    class="frame"
    data-testid="sheet"
    role="application"
    tabindex="0"
    aria-label="The sheet: the model in UV space. Arrows slide it, plus and minus zoom."
  >
    <canvas
      ref="canvas"
      @wheel.prevent="handleWheel"
      @pointerdown="handleDown"
      @pointermove="handleMove"
      @pointerup="handleUp"
      @pointerleave="emit('hover', null)"
    />
    <aim-mark :at="aim" />
  </div>
</template>

<script setup lang="ts">
import { useResizeObserver } from '@vueuse/core'
import { onBeforeUnmount, onMounted, shallowRef, useTemplateRef, watch, watchEffect } from 'vue'
import { drawSheet } from '@/components/draw-sheet'
import { SheetFill } from '@/components/sheet-fill'
import { useMapCamera } from '@/components/use-map-camera'
import { parseHex } from '@/model/color'
import { theme } from '@/model/theme'
import { uvBox } from '@/model/uv-sides'
import AimMark from '@/components/aim-mark.vue'
import { modeOf } from '@/stage/gestures'
import { listenForKeys } from '@/stage/keyboard'

import type { Group } from '@/api/types'
import type { Model } from '@/model/model'
import type { Pick, PickMode } from '@/model/pick'

/** The sheet of a model with UVs as ink on paper, in step with the stage: hover and pick in both. */
const props = defineProps<{
  model: Model
  faceGroups: Uint16Array | null
  groups: Group[]
  pick: Pick | null
  hovered: ArrayLike<number>
  /** Pictures of where UVs overlap, each with the lower left corner of its tile. */
  shades?: { image: ImageBitmap; u: number; v: number }[]
}>()
const emit = defineEmits<{ click: [face: number | null, mode: PickMode]; hover: [face: number | null] }>()

const CLICK_RADIUS_PX = 4
/** Pixels a tile. */
const LARGEST_SCALE = 40_000
const HEAD_SHARE = 0.08
/** Paler than the paper in any theme: nothing has been laid on it. */
const UNCLAIMED: [number, number, number] = [214, 211, 204]

const frame = useTemplateRef<HTMLElement>('frame')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const camera = useMapCamera(() => requestDraw(), LARGEST_SCALE)
const fill = new SheetFill(() => requestDraw())

let request = 0
let down: { x: number; y: number; isClick: boolean } | null = null
useResizeObserver(frame, () => fit())
onBeforeUnmount(() => {
  fill.dispose()
  cancelAnimationFrame(request)
})
watch(() => props.model, () => fit())
watchEffect(() => {
  fill.setModel(props.model)
  if (props.faceGroups?.length === props.model.facePart.length) fill.setFaceGroups(props.faceGroups)
})
watchEffect(() => {
  const colors = new Map(props.groups.map((g) => [g.number, parseHex(g.color)] as const))
  fill.setColors(colors.set(0, UNCLAIMED))
})
watch([() => props.faceGroups, () => props.groups, () => props.pick, () => props.hovered, () => props.shades, theme], () => requestDraw(), { flush: 'post' })

/** Shows all tiles that hold UVs, or the box of some faces. */
function fit(isIn: ((face: number) => boolean) | null = null): void {
  if (!frame.value || !canvas.value) return
  const { clientWidth, clientHeight } = frame.value
  canvas.value.width = clientWidth
  canvas.value.height = clientHeight
  const box = uvBox(props.model, isIn)
  const [u0, v0, u1, v1] = isIn
    ? grown(box)
    : [Math.min(0, Math.floor(box[0])), Math.min(0, Math.floor(box[1])), Math.ceil(box[2]), Math.ceil(box[3])]
  // Above the tiles stand their numbers.
  const head = isIn ? 0 : HEAD_SHARE * (v1 - v0)
  camera.show(u0, 1 - v1 - head, u1, 1 - v0, clientWidth, clientHeight)
}

/** Some air around small boxes, so that it is seen where they lie. */
function grown([u0, v0, u1, v1]: [number, number, number, number]): [number, number, number, number] {
  const air = Math.max(0.06, 0.4 * Math.max(u1 - u0, v1 - v0))
  return [u0 - air, v0 - air, u1 + air, v1 + air]
}

function requestDraw(): void {
  cancelAnimationFrame(request)
  request = requestAnimationFrame(() => {
    const context = canvas.value?.getContext('2d')
    if (!context) return
    const style = getComputedStyle(canvas.value!)
    const ink = {
      ink: style.getPropertyValue('--ink'),
      soft: style.getPropertyValue('--ink-soft'),
      paper: style.getPropertyValue('--paper-raised')
    }
    const picked = props.pick?.faces ? props.pick.mask() : null
    drawSheet(context, camera, { ...props, shades: props.shades ?? [], picked }, fill, ink)
  })
}

function faceAt(e: PointerEvent): number | null {
  return fill.faceAt(e.offsetX, e.offsetY)
}

const aim = shallowRef<{ x: number; y: number } | null>(null)
let stopKeys = (): void => {}
onMounted(() => {
  const aimed = (): number | null => (aim.value ? fill.faceAt(aim.value.x, aim.value.y) : null)
  stopKeys = listenForKeys(frame.value!, () => camera.steps(canvas.value!, () => fit()), {
    onAim: (at) => (aim.value = at),
    onHover: () => emit('hover', aimed()),
    onLeave: () => emit('hover', null),
    onClick: (_x, _y, mode) => emit('click', aimed(), mode)
  })
})
onBeforeUnmount(() => stopKeys())

function handleWheel(e: WheelEvent): void {
  camera.zoom(1.0015 ** -e.deltaY, e.offsetX, e.offsetY)
}

function handleDown(e: PointerEvent): void {
  down = { x: e.offsetX, y: e.offsetY, isClick: true }
  canvas.value!.setPointerCapture(e.pointerId)
}

function handleMove(e: PointerEvent): void {
  if (!down) {
    emit('hover', faceAt(e))
    return
  }
  const dx = e.offsetX - down.x
  const dy = e.offsetY - down.y
  if (down.isClick && Math.hypot(dx, dy) <= CLICK_RADIUS_PX) return
  camera.move(dx, dy)
  down = { x: e.offsetX, y: e.offsetY, isClick: false }
}

function handleUp(e: PointerEvent): void {
  if (down?.isClick) emit('click', faceAt(e), modeOf(e))
  down = null
}

defineExpose({
  /** Shows the faces that `isIn` takes. */
  flyTo: (isIn: (face: number) => boolean) => fit(isIn)
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
  touch-action: none;
}
</style>
