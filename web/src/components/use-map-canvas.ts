import { useDevicePixelRatio, useResizeObserver } from '@vueuse/core'
import { onBeforeUnmount, onMounted, shallowRef, watch } from 'vue'
import { listenForKeys } from '@/stage/keyboard'
import { listenOnFlatView } from '@/stage/flat-gestures'

import type { Ref, ShallowRef } from 'vue'
import type { MapCamera } from '@/components/use-map-camera'
import type { PickMode } from '@/model/pick'
import type { StrokePhase } from '@/stage/press'

/** A canvas as it is drawn: pixels of the page, and pixels of the screen in each of them. */
export interface CanvasSize {
  width: number
  height: number
  ratio: number
}

interface FlatView {
  frame: Readonly<Ref<HTMLElement | null>>
  canvas: Readonly<Ref<HTMLCanvasElement | null>>
  camera: MapCamera
  /** Lets the camera show everything. */
  home: (size: CanvasSize) => void
  /** @param context scaled, so that it draws in pixels of the page */
  draw: (context: CanvasRenderingContext2D, size: CanvasSize) => void
  /** Pixels of the page from the canvas's upper left corner, here and below. */
  onHover: (x: number, y: number) => void
  onLeave: () => void
  onClick?: (x: number, y: number, mode: PickMode) => void
  /** Whether a press there begins a stroke. */
  isHeld?: (x: number, y: number) => boolean
  onStroke?: (phase: StrokePhase, x: number, y: number) => void
}

interface MapCanvas {
  /** Where the keys' aim is, null while they are elsewhere. */
  aim: ShallowRef<{ x: number; y: number } | null>
  requestDraw: () => void
  goHome: () => void
  /** Pixels of the screen in one of the page. */
  ratio: Readonly<Ref<number>>
}

/**
 * A flat view that is slid and zoomed: drawn in the screen's own pixels, by pointer, fingers, pen and keys. A frame of
 * another size keeps what is seen in its middle; one that shows everything goes on to.
 */
export function useMapCanvas(view: FlatView): MapCanvas {
  const { camera } = view
  const aim = shallowRef<{ x: number; y: number } | null>(null)
  const { pixelRatio } = useDevicePixelRatio()
  let size: CanvasSize = { width: 0, height: 0, ratio: 1 }
  let request = 0

  function requestDraw(): void {
    cancelAnimationFrame(request)
    request = requestAnimationFrame(() => {
      const context = view.canvas.value?.getContext('2d')
      if (!context || size.width === 0) return
      context.setTransform(size.ratio, 0, 0, size.ratio, 0, 0)
      context.clearRect(0, 0, size.width, size.height)
      view.draw(context, size)
    })
  }

  function resize(): void {
    const { frame, canvas } = view
    if (!frame.value || !canvas.value) return
    const { clientWidth: width, clientHeight: height } = frame.value
    const before = size
    size = { width, height, ratio: pixelRatio.value || 1 }
    canvas.value.width = Math.round(width * size.ratio)
    canvas.value.height = Math.round(height * size.ratio)
    if (width === 0 || height === 0) return
    if (camera.isHome || before.width === 0) view.home(size)
    else camera.move((width - before.width) / 2, (height - before.height) / 2)
    requestDraw()
  }

  function goHome(): void {
    if (size.width > 0) view.home(size)
  }

  useResizeObserver(view.frame, resize)
  watch(pixelRatio, resize)

  let stops: (() => void)[] = []
  onMounted(() => {
    const onAim = (at: { x: number; y: number } | null): void => {
      aim.value = at
      if (at) view.onHover(at.x, at.y)
    }
    stops = [
      listenOnFlatView(view.canvas.value!, { ...view, onMove: camera.move, onZoom: camera.zoom }),
      listenForKeys(view.frame.value!, () => camera.steps(() => size, goHome), {
        onAim,
        onHover: () => aim.value && view.onHover(aim.value.x, aim.value.y),
        onLeave: view.onLeave,
        onClick: view.onClick && ((_x, _y, mode) => aim.value && view.onClick?.(aim.value.x, aim.value.y, mode)),
        isHeld: view.isHeld && (() => aim.value !== null && view.isHeld!(aim.value.x, aim.value.y)),
        onStroke: view.onStroke && ((phase) => aim.value && view.onStroke?.(phase, aim.value.x, aim.value.y))
      })
    ]
  })
  onBeforeUnmount(() => {
    stops.forEach((stop) => stop())
    cancelAnimationFrame(request)
  })
  return { aim, requestDraw, goHome, ratio: pixelRatio }
}
