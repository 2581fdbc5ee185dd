import type { KeyedView } from '@/stage/keyboard'

const SMALLEST_SCALE = 1 / 32
const LARGEST_SCALE = 64

/** Where an image lies in a canvas: pixels a texel, and the place of its upper left corner. */
export interface MapCamera {
  readonly scale: number
  readonly x: number
  readonly y: number
  /** Whether everything is shown, as nobody has moved it since. */
  readonly isHome: boolean
  /** Shows a box of the image's own units. */
  show: (left: number, top: number, right: number, bottom: number, width: number, height: number) => void
  /** The same, as everything there is. */
  showAll: (left: number, top: number, right: number, bottom: number, width: number, height: number) => void
  /** Keeps the point (px, py) of the canvas where it is. */
  zoom: (factor: number, px: number, py: number) => void
  move: (dx: number, dy: number) => void
  /** What keys do to it: the canvas's middle stays where it is when it zooms. */
  steps: (size: () => { width: number; height: number }, home: () => void) => KeyedView
  /** The image is another one of the same thing, with so many times the pixels less. */
  rescale: (factor: number) => void
}

/**
 * @param onChange is called after each change
 * @param largestScale pixels a texel (or whatever the unit is) at most
 */
export function useMapCamera(onChange: () => void, largestScale = LARGEST_SCALE): MapCamera {
  let scale = 1
  let x = 0
  let y = 0
  let isHome = false

  function show(left: number, top: number, right: number, bottom: number, width: number, height: number): void {
    scale = 0.94 * Math.min(width / (right - left), height / (bottom - top))
    x = width / 2 - (scale * (left + right)) / 2
    y = height / 2 - (scale * (top + bottom)) / 2
    isHome = false
    onChange()
  }

  function zoom(factor: number, px: number, py: number): void {
    const next = Math.min(largestScale, Math.max(SMALLEST_SCALE, scale * factor))
    x = px - ((px - x) * next) / scale
    y = py - ((py - y) * next) / scale
    scale = next
    isHome = false
    onChange()
  }

  function move(dx: number, dy: number): void {
    x += dx
    y += dy
    isHome = false
    onChange()
  }

  return {
    get scale() {
      return scale
    },
    get x() {
      return x
    },
    get y() {
      return y
    },
    get isHome() {
      return isHome
    },
    show,
    showAll(left, top, right, bottom, width, height) {
      show(left, top, right, bottom, width, height)
      isHome = true
    },
    zoom,
    move,
    steps: (size, home) => ({
      slide: move,
      zoom: (factor) => zoom(factor, size().width / 2, size().height / 2),
      home
    }),
    rescale(factor) {
      scale *= factor
      onChange()
    }
  }
}
