const SMALLEST_SCALE = 1 / 32
const LARGEST_SCALE = 64

/** Where an image lies in a canvas: pixels a texel, and the place of its upper left corner. */
export interface MapCamera {
  readonly scale: number
  readonly x: number
  readonly y: number
  fit: (imageWidth: number, imageHeight: number, width: number, height: number) => void
  /** Keeps the point (px, py) of the canvas where it is. */
  zoom: (factor: number, px: number, py: number) => void
  move: (dx: number, dy: number) => void
}

/** @param onChange is called after each change */
export function useMapCamera(onChange: () => void): MapCamera {
  let scale = 1
  let x = 0
  let y = 0
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
    fit(imageWidth, imageHeight, width, height) {
      scale = 0.96 * Math.min(width / imageWidth, height / imageHeight)
      x = (width - imageWidth * scale) / 2
      y = (height - imageHeight * scale) / 2
      onChange()
    },
    zoom(factor, px, py) {
      const next = Math.min(LARGEST_SCALE, Math.max(SMALLEST_SCALE, scale * factor))
      x = px - ((px - x) * next) / scale
      y = py - ((py - y) * next) / scale
      scale = next
      onChange()
    },
    move(dx, dy) {
      x += dx
      y += dy
      onChange()
    }
  }
}
