import type { SheetFill } from '@/components/sheet-fill'
import type { MapCamera } from '@/components/use-map-camera'
import type { CanvasSize } from '@/components/use-map-canvas'
import type { Model } from '@/model/model'
import { uvSidesOf } from '@/model/uv-sides'

export interface SheetDrawing {
  model: Model
  picked: Uint8Array | null
  hovered: ArrayLike<number>
  /** Pictures of where UVs overlap, each with the lower left corner of its tile. */
  shades: { image: ImageBitmap; u: number; v: number }[]
}

/** What the page is drawn with, as the theme has it. */
export interface SheetInk {
  ink: string
  soft: string
  paper: string
}

/** Pixels a tile from which single faces are told apart by lines. */
const FACES_FROM_SCALE = 900
/** More triangles in view than this are no lines but a smear. */
const MOST_LINED = 30_000

/** Draws a sheet as ink on paper: tiles, faces in their groups' colours, islands, and outlines as on the stage. */
export function drawSheet(
  context: CanvasRenderingContext2D,
  size: CanvasSize,
  camera: MapCamera,
  drawing: SheetDrawing,
  fill: SheetFill,
  ink: SheetInk
): void {
  const { width, height } = size
  const { model, picked, hovered } = drawing
  drawTiles(context, size, camera, ink)
  fill.draw(camera, size)
  context.drawImage(fill.canvas, 0, 0, width, height)
  for (const { image, u, v } of drawing.shades) {
    // From afar single texels would fall between the pixels, and the shading with them.
    context.imageSmoothingEnabled = camera.scale < image.width
    context.drawImage(image, camera.x + u * camera.scale, camera.y - v * camera.scale, camera.scale, camera.scale)
  }
  if (camera.scale > FACES_FROM_SCALE) stroke(context, edges(camera, model, width, height), 'rgba(0, 0, 0, 0.35)', 0.7)
  const sides = uvSidesOf(model)
  stroke(context, path(camera, model, sides.ends), 'rgba(0, 0, 0, 0.8)', 1)
  if (picked) {
    const shape = path(camera, model, sides.around((f) => picked[f] === 1))
    stroke(context, shape, '#000000', 3.6)
    context.setLineDash([6, 6])
    stroke(context, shape, '#ffffff', 2)
    context.setLineDash([])
  }
  if (hovered.length > 0) {
    const faces = new Set(Array.from(hovered))
    const shape = path(camera, model, sides.around((f) => faces.has(f)))
    // White alone would not be seen on paper.
    stroke(context, shape, '#000000', 3)
    stroke(context, shape, '#ffffff', 1.6)
  }
}

function stroke(context: CanvasRenderingContext2D, shape: Path2D, color: string, width: number): void {
  context.strokeStyle = color
  context.lineWidth = width
  context.stroke(shape)
}

/** The squares of the tiles that are in view; 1001 stands out. */
function drawTiles(context: CanvasRenderingContext2D, size: CanvasSize, camera: MapCamera, ink: SheetInk): void {
  const { scale, x, y } = camera
  for (let tu = 0; tu < 10; tu++) {
    for (let tv = 0; tv < 10; tv++) {
      const left = x + tu * scale
      const top = y - tv * scale
      if (left > size.width || top + scale < 0) continue
      const isFirst = tu + tv === 0
      if (isFirst) {
        context.fillStyle = ink.paper
        context.fillRect(left, top, scale, scale)
      }
      context.lineWidth = isFirst ? 1.5 : 1
      context.strokeStyle = isFirst ? ink.ink : ink.soft
      context.globalAlpha = isFirst ? 1 : 0.4
      context.strokeRect(left, top, scale, scale)
      context.globalAlpha = 1
      if (scale > 90) {
        context.fillStyle = isFirst ? ink.ink : ink.soft
        context.font = '13px "Atkinson Hyperlegible Mono", monospace'
        context.fillText(String(1001 + tu + 10 * tv), left + 4, top - 5)
      }
    }
  }
}

/** The triangles in view; none where there are too many to be told apart. */
function edges(camera: MapCamera, model: Model, width: number, height: number): Path2D {
  const shape = new Path2D()
  const uv = model.uvs!
  const left = -camera.x / camera.scale
  const right = (width - camera.x) / camera.scale
  const top = 1 + camera.y / camera.scale
  const bottom = 1 - (height - camera.y) / camera.scale
  let count = 0
  for (let c = 0; c < uv.length; c += 6) {
    const isOut =
      !(uv[c]! === uv[c]!) ||
      (uv[c]! < left && uv[c + 2]! < left && uv[c + 4]! < left) ||
      (uv[c]! > right && uv[c + 2]! > right && uv[c + 4]! > right) ||
      (uv[c + 1]! > top && uv[c + 3]! > top && uv[c + 5]! > top) ||
      (uv[c + 1]! < bottom && uv[c + 3]! < bottom && uv[c + 5]! < bottom)
    if (isOut) continue
    if (++count > MOST_LINED) return new Path2D()
    for (let k = 0; k <= 6; k += 2) {
      const at = c + (k % 6)
      const x = camera.x + uv[at]! * camera.scale
      const y = camera.y + (1 - uv[at + 1]!) * camera.scale
      if (k === 0) shape.moveTo(x, y)
      else shape.lineTo(x, y)
    }
  }
  return shape
}

function path(camera: MapCamera, model: Model, sides: ArrayLike<number>): Path2D {
  const shape = new Path2D()
  const uv = model.uvs!
  for (let i = 0; i < sides.length; i++) {
    const side = sides[i]!
    const from = 2 * side
    const to = side % 3 === 2 ? from - 4 : from + 2
    shape.moveTo(camera.x + uv[from]! * camera.scale, camera.y + (1 - uv[from + 1]!) * camera.scale)
    shape.lineTo(camera.x + uv[to]! * camera.scale, camera.y + (1 - uv[to + 1]!) * camera.scale)
  }
  return shape
}
