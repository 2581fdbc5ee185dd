<template>
  <div class="map" data-testid="map">
    <div
      ref="frame"
      class="frame"
      role="application"
      tabindex="0"
      aria-label="The map. Arrows slide it, plus and minus zoom, Ctrl arrows move the aim."
    >
      <canvas ref="canvas" />
      <wipe-handle v-if="image && compared" v-model="wipe" :here="here" :there="there" />
      <aim-mark :at="aim" />
      <p v-if="!image" class="waiting">{{ waiting }}</p>
    </div>
    <div class="foot small">
      <span class="texel" :role="aim ? 'status' : undefined"><slot v-if="texel" :texel="texel" /></span>
      <template v-if="image">
        <span class="soft">{{ zoomWords }}</span>
        <el-button size="small" @click="goHome">Whole sheet</el-button>
        <el-button size="small" @click="zoomTo(1)">1 : 1</el-button>
      </template>
    </div>
  </div>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, useTemplateRef, watch } from 'vue'
import AimMark from '@/components/aim-mark.vue'
import { drawBoxes } from '@/components/draw-boxes'
import { useMapCamera } from '@/components/use-map-camera'
import { useMapCanvas } from '@/components/use-map-canvas'
import WipeHandle from '@/components/wipe-handle.vue'
import { decimal } from '@/model/words'

import type { CanvasSize } from '@/components/use-map-canvas'
import type { StrokePhase } from '@/stage/press'

/** A texel under the pointer: column, row from the top, and its colour as #RRGGBB. */
export interface Texel {
  x: number
  y: number
  color: string
}

/** A box of texels that is pointed at. */
export interface MapBox {
  x: number
  y: number
  width: number
  height: number
}

const props = withDefaults(
  defineProps<{
    image: ImageBitmap | null
    waiting?: string
    /** Shown left of the wipe instead of the image, stretched over it. */
    compared?: ImageBitmap | null
    /** Names of the image and of what it is compared with. */
    here?: string
    there?: string
    boxes?: MapBox[]
    /** The one of the boxes that is looked at. */
    box?: MapBox | null
    /** Whether presses are strokes on the sheet, told as u and v; the right button moves the map. */
    isHeld?: boolean
    /** Side of the sheet, px; the image may be a smaller picture of it. 0 for the image's own. */
    sheetPx?: number
  }>(),
  { waiting: 'Fetching the map…', compared: null, here: '', there: '', boxes: () => [], box: null, sheetPx: 0 }
)
const emit = defineEmits<{ stroke: [phase: StrokePhase, u: number, v: number] }>()
defineSlots<{ default(props: { texel: Texel }): unknown }>()

const GRID_FROM_SCALE = 14

const frame = useTemplateRef<HTMLElement>('frame')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const camera = useMapCamera(() => requestDraw())
const { aim, requestDraw, goHome, ratio } = useMapCanvas({
  frame,
  canvas,
  camera,
  home: ({ width, height }) => props.image && camera.showAll(0, 0, props.image.width, props.image.height, width, height),
  draw,
  onHover: (x, y) => (texel.value = texelAt(x, y)),
  onLeave: () => (texel.value = null),
  isHeld: () => props.isHeld,
  onStroke: tellStroke
})
const probe = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true })!
const drawnScale = ref(1)
const texel = ref<Texel | null>(null)
/** Share of the frame that shows what the image is compared with. */
const wipe = ref(0.5)
const zoomWords = computed(() => {
  const pxATexel = (ratio.value * drawnScale.value) / texelsPerPixel.value
  return pxATexel >= 1 ? `${decimal(pxATexel, 1)} px a texel` : `${decimal(1 / pxATexel, 1)} texels a px`
})

/** Texels of the sheet that a pixel of the image stands for. */
const texelsPerPixel = computed(() => (props.image && props.sheetPx ? props.sheetPx / props.image.width : 1))
watch([() => props.compared, () => props.boxes, () => props.box, wipe], () => requestDraw())
watch(
  () => props.image,
  (now, before) => {
    // A small picture of a sheet and the whole of it lie in one place.
    if (!now || !before || (now.width !== before.width && !props.sheetPx)) goHome()
    else if (now.width === before.width) requestDraw()
    else camera.rescale(before.width / now.width)
  }
)

/** @param scale pixels of the screen a texel */
function zoomTo(scale: number): void {
  const wanted = (scale * texelsPerPixel.value) / ratio.value
  camera.zoom(wanted / camera.scale, canvas.value!.clientWidth / 2, canvas.value!.clientHeight / 2)
}

function draw(context: CanvasRenderingContext2D, size: CanvasSize): void {
  if (!props.image) return
  const { scale, x, y } = camera
  // Enlarged texels are sharp squares; reduced ones are averaged, or thin regions would vanish.
  context.imageSmoothingEnabled = scale * size.ratio < 1
  context.imageSmoothingQuality = 'high'
  const { width, height } = props.image
  context.drawImage(props.image, x, y, width * scale, height * scale)
  if (props.compared) {
    context.save()
    context.beginPath()
    context.rect(0, 0, Math.round(wipe.value * size.width), size.height)
    context.clip()
    context.clearRect(0, 0, size.width, size.height)
    context.drawImage(props.compared, x, y, width * scale, height * scale)
    context.restore()
  }
  if (scale >= GRID_FROM_SCALE && texelsPerPixel.value === 1) drawGrid(context, size)
  drawBoxes(
    context,
    { ...camera, x, y, scale: scale / texelsPerPixel.value },
    props.boxes,
    props.box
  )
  drawnScale.value = scale
}

function drawGrid(context: CanvasRenderingContext2D, { width, height }: CanvasSize): void {
  const { scale, x, y } = camera
  context.strokeStyle = 'rgba(119, 119, 119, 0.75)'
  context.lineWidth = 1
  context.beginPath()
  for (let gx = x % scale; gx < width; gx += scale) {
    context.moveTo(Math.round(gx) + 0.5, 0)
    context.lineTo(Math.round(gx) + 0.5, height)
  }
  for (let gy = y % scale; gy < height; gy += scale) {
    context.moveTo(0, Math.round(gy) + 0.5)
    context.lineTo(width, Math.round(gy) + 0.5)
  }
  context.stroke()
}

function tellStroke(phase: StrokePhase, x: number, y: number): void {
  if (!props.image) return
  emit('stroke', phase, (x - camera.x) / (camera.scale * props.image.width), 1 - (y - camera.y) / (camera.scale * props.image.height))
}

/** Shows a box of texels with what is around it. */
function flyTo(box: MapBox): void {
  if (!canvas.value) return
  const room = 12 + 0.15 * Math.max(box.width, box.height)
  const pixels = (texels: number): number => texels / texelsPerPixel.value
  camera.show(
    pixels(box.x - room),
    pixels(box.y - room),
    pixels(box.x + box.width + room),
    pixels(box.y + box.height + room),
    canvas.value.clientWidth,
    canvas.value.clientHeight
  )
}
defineExpose({ flyTo })

function texelAt(px: number, py: number): Texel | null {
  if (!props.image) return null
  const x = Math.floor((px - camera.x) / camera.scale)
  const y = Math.floor((py - camera.y) / camera.scale)
  if (x < 0 || y < 0 || x >= props.image.width || y >= props.image.height) return null
  probe.drawImage(props.image, x, y, 1, 1, 0, 0, 1, 1)
  const [r, g, b] = probe.getImageData(0, 0, 1, 1).data
  const color = `#${[r!, g!, b!].map((v) => v.toString(16).padStart(2, '0')).join('')}`.toUpperCase()
  return { x: Math.floor(x * texelsPerPixel.value), y: Math.floor(y * texelsPerPixel.value), color }
}
</script>

<style scoped>
.map {
  display: grid;
  grid-template-rows: 1fr auto;
  min-width: 0;
  min-height: 0;
}

.frame {
  position: relative;
  min-width: 0;
  min-height: 0;
  background: var(--stage);
  overflow: hidden;
}

.frame:focus-visible {
  outline-offset: -3px;
}

canvas {
  width: 100%;
  height: 100%;
  position: absolute;
  inset: 0;
  cursor: crosshair;
  touch-action: none;
}

.waiting {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  padding: 20px;
  color: #fff;
  font-size: var(--text-large);
  text-align: center;
  pointer-events: none;
}

.foot {
  display: flex;
  align-items: center;
  gap: 10px;
  min-height: 38px;
  padding: 4px 12px;
  border-top: 1px solid var(--ink);
  background: var(--paper-raised);
}

.foot > button {
  margin: 0;
}

.texel {
  flex: 1;
  font-family: var(--mono);
  word-spacing: -0.22em;
}
</style>
