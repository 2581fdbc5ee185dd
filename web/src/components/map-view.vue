<template>
  <div class="map" data-testid="map">
    <div
      ref="frame"
      class="frame"
      role="application"
      tabindex="0"
      aria-label="The map. Arrows slide it, plus and minus zoom, Ctrl arrows move the aim."
    >
      <canvas
        ref="canvas"
        @wheel.prevent="handleWheel"
        @pointerdown="handleDown"
        @pointermove="handleMove"
        @pointerup="handleUp"
        @contextmenu.prevent
        @pointerleave="texel = null"
      />
      <wipe-handle v-if="image && compared" v-model="wipe" :here="here" :there="there" />
      <aim-mark :at="aim" />
      <p v-if="!image" class="waiting">{{ waiting }}</p>
    </div>
    <div class="foot small">
      <span class="texel" role="status"><slot v-if="texel" :texel="texel" /></span>
      <template v-if="image">
        <span class="soft">{{ zoomWords }}</span>
        <el-button size="small" @click="fit">Whole sheet</el-button>
        <el-button size="small" @click="zoomTo(1)">1 : 1</el-button>
      </template>
    </div>
  </div>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { useResizeObserver } from '@vueuse/core'
import { computed, onBeforeUnmount, onMounted, ref, shallowRef, useTemplateRef, watch } from 'vue'
import AimMark from '@/components/aim-mark.vue'
import { drawBoxes } from '@/components/draw-boxes'
import { useMapCamera } from '@/components/use-map-camera'
import WipeHandle from '@/components/wipe-handle.vue'
import { listenForKeys } from '@/stage/keyboard'

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
const emit = defineEmits<{ stroke: [phase: 'begin' | 'go' | 'end', u: number, v: number] }>()
defineSlots<{ default(props: { texel: Texel }): unknown }>()

const GRID_FROM_SCALE = 14

const frame = useTemplateRef<HTMLElement>('frame')
const canvas = useTemplateRef<HTMLCanvasElement>('canvas')
const camera = useMapCamera(() => draw())
const probe = new OffscreenCanvas(1, 1).getContext('2d', { willReadFrequently: true })!
const drawnScale = ref(1)
const texel = ref<Texel | null>(null)
/** Share of the frame that shows what the image is compared with. */
const wipe = ref(0.5)
const zoomWords = computed(() => {
  const pxATexel = drawnScale.value / texelsPerPixel.value
  return pxATexel >= 1 ? `${pxATexel.toFixed(1)} px a texel` : `${(1 / pxATexel).toFixed(1)} texels a px`
})

let drag: { x: number; y: number } | null = null
let isStroke = false
/** Texels of the sheet that a pixel of the image stands for. */
const texelsPerPixel = computed(() => (props.image && props.sheetPx ? props.sheetPx / props.image.width : 1))
useResizeObserver(frame, () => fit())
watch([() => props.compared, () => props.boxes, () => props.box, wipe], () => draw())
watch(
  () => props.image,
  (now, before) => {
    // A small picture of a sheet and the whole of it lie in one place.
    if (!now || !before || (now.width !== before.width && !props.sheetPx)) fit()
    else if (now.width === before.width) draw()
    else camera.rescale(before.width / now.width)
  }
)

function fit(): void {
  if (!frame.value || !canvas.value) return
  const { clientWidth, clientHeight } = frame.value
  canvas.value.width = clientWidth
  canvas.value.height = clientHeight
  if (props.image) camera.fit(props.image.width, props.image.height, clientWidth, clientHeight)
  else draw()
}

function zoomTo(scale: number): void {
  camera.zoom((scale * texelsPerPixel.value) / camera.scale, canvas.value!.width / 2, canvas.value!.height / 2)
}

function draw(): void {
  const context = canvas.value?.getContext('2d')
  if (!context) return
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.clearRect(0, 0, context.canvas.width, context.canvas.height)
  if (!props.image) return
  const { scale, x, y } = camera
  // Enlarged texels are sharp squares; reduced ones are averaged, or thin regions would vanish.
  context.imageSmoothingEnabled = scale < 1
  context.imageSmoothingQuality = 'high'
  const { width, height } = props.image
  context.drawImage(props.image, x, y, width * scale, height * scale)
  if (props.compared) {
    context.save()
    context.beginPath()
    context.rect(0, 0, Math.round(wipe.value * context.canvas.width), context.canvas.height)
    context.clip()
    context.clearRect(0, 0, context.canvas.width, context.canvas.height)
    context.drawImage(props.compared, x, y, width * scale, height * scale)
    context.restore()
  }
  if (scale >= GRID_FROM_SCALE && texelsPerPixel.value === 1) drawGrid(context)
  drawBoxes(
    context,
    { ...camera, x, y, scale: scale / texelsPerPixel.value },
    props.boxes,
    props.box
  )
  drawnScale.value = scale
}

function drawGrid(context: CanvasRenderingContext2D): void {
  const { scale, x, y } = camera
  const { width, height } = context.canvas
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

function handleWheel(e: WheelEvent): void {
  camera.zoom(1.0015 ** -e.deltaY, e.offsetX, e.offsetY)
}

function handleDown(e: PointerEvent): void {
  canvas.value!.setPointerCapture(e.pointerId)
  if (props.isHeld && e.button === 0) {
    isStroke = true
    tellStroke('begin', e)
    return
  }
  drag = { x: e.offsetX, y: e.offsetY }
}

function tellStroke(phase: 'begin' | 'go' | 'end', e: { offsetX: number; offsetY: number }): void {
  if (!props.image) return
  const u = (e.offsetX - camera.x) / (camera.scale * props.image.width)
  const v = 1 - (e.offsetY - camera.y) / (camera.scale * props.image.height)
  emit('stroke', phase, u, v)
}

const aim = shallowRef<{ x: number; y: number } | null>(null)
let stopKeys = (): void => {}
onMounted(() => {
  stopKeys = listenForKeys(frame.value!, () => camera.steps(canvas.value!, () => fit()), {
    onAim: (at) => (aim.value = at),
    onHover: () => (texel.value = aim.value && texelAt(aim.value.x, aim.value.y)),
    onLeave: () => (texel.value = null),
    isHeld: () => props.isHeld,
    onStroke: (phase) => aim.value && tellStroke(phase, { offsetX: aim.value.x, offsetY: aim.value.y })
  })
})
onBeforeUnmount(() => stopKeys())

function handleUp(e: PointerEvent): void {
  if (isStroke) tellStroke('end', e)
  isStroke = false
  drag = null
}

function handleMove(e: PointerEvent): void {
  if (isStroke) tellStroke('go', e)
  else if (drag && e.buttons !== 0) {
    camera.move(e.offsetX - drag.x, e.offsetY - drag.y)
    drag = { x: e.offsetX, y: e.offsetY }
  }
  texel.value = texelAt(e.offsetX, e.offsetY)
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
    canvas.value.width,
    canvas.value.height
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
