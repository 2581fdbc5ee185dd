import type { MapBox } from '@/components/map-view.vue'
import type { MapCamera } from '@/components/use-map-camera'

/** Boxes smaller than this on the screen are drawn this large, or nobody would find them. */
const LEAST_PX = 9

/** Draws boxes around texels, light on dark so that they stand out from any colour; one is drawn stronger. */
export function drawBoxes(
  context: CanvasRenderingContext2D,
  { scale, x, y }: MapCamera,
  boxes: MapBox[],
  strong: MapBox | null
): void {
  for (const box of boxes) {
    const width = Math.max(LEAST_PX, box.width * scale + 4)
    const height = Math.max(LEAST_PX, box.height * scale + 4)
    const left = Math.round(x + (box.x + box.width / 2) * scale - width / 2) + 0.5
    const top = Math.round(y + (box.y + box.height / 2) * scale - height / 2) + 0.5
    context.lineWidth = box === strong ? 6 : 3
    context.strokeStyle = '#161616'
    context.strokeRect(left, top, Math.round(width), Math.round(height))
    context.lineWidth = box === strong ? 3 : 1
    context.strokeStyle = '#ffffff'
    context.strokeRect(left, top, Math.round(width), Math.round(height))
  }
}
