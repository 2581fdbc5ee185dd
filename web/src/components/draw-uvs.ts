import type { Group } from '@/api/types'
import type { MapCamera } from '@/components/use-map-camera'
import type { Model } from '@/model/model'

export interface UvDrawing {
  model: Model
  faceGroups: Uint16Array | null
  groups: Group[]
  picked: Uint8Array | null
  hovered: ArrayLike<number>
  /** Pictures of where UVs overlap, each with the lower left corner of its tile. */
  shades: { image: ImageBitmap; u: number; v: number }[]
}

/** Pixels a tile from which single faces are told apart by lines. */
const FACES_FROM_SCALE = 900

/** Draws UV space: tiles, faces in their groups' colours, islands, and outlines as on the stage. */
export function drawUvs(context: CanvasRenderingContext2D, camera: MapCamera, drawing: UvDrawing): void {
  const { width, height } = context.canvas
  const { model, picked, hovered } = drawing
  context.setTransform(1, 0, 0, 1, 0, 0)
  context.clearRect(0, 0, width, height)
  drawTiles(context, camera)
  fillFaces(context, camera, drawing, new Map(drawing.groups.map((g) => [g.number, g.color])))
  for (const { image, u, v } of drawing.shades) {
    // From afar single texels would fall between the pixels, and the shading with them.
    context.imageSmoothingEnabled = camera.scale < image.width
    context.drawImage(image, camera.x + u * camera.scale, camera.y - v * camera.scale, camera.scale, camera.scale)
  }
  if (camera.scale > FACES_FROM_SCALE) stroke(context, edges(camera, model), 'rgba(0, 0, 0, 0.35)', 0.7)
  stroke(context, border(camera, model, null), 'rgba(0, 0, 0, 0.75)', 1)
  if (picked) {
    const shape = border(camera, model, (f) => picked[f] === 1)
    stroke(context, shape, '#000000', 3.6)
    context.setLineDash([6, 6])
    stroke(context, shape, '#ffffff', 2)
    context.setLineDash([])
  }
  if (hovered.length > 0) {
    const faces = new Set(Array.from(hovered))
    stroke(
      context,
      border(camera, model, (f) => faces.has(f)),
      '#ffffff',
      1.6
    )
  }
}

function stroke(context: CanvasRenderingContext2D, shape: Path2D, color: string, width: number): void {
  context.strokeStyle = color
  context.lineWidth = width
  context.stroke(shape)
}

/** The squares of the tiles that are in view; 1001 stands out. */
function drawTiles(context: CanvasRenderingContext2D, camera: MapCamera): void {
  const { scale, x, y } = camera
  context.lineWidth = 1
  for (let tu = 0; tu < 10; tu++) {
    for (let tv = 0; tv < 10; tv++) {
      const left = x + tu * scale
      const top = y - tv * scale
      if (left > context.canvas.width || top + scale < 0) continue
      context.strokeStyle = tu + tv === 0 ? '#f4f4f4' : 'rgba(244, 244, 244, 0.3)'
      context.strokeRect(left, top, scale, scale)
      if (scale > 90) {
        context.fillStyle = tu + tv === 0 ? '#f4f4f4' : 'rgba(244, 244, 244, 0.5)'
        context.font = '13px monospace'
        context.fillText(String(1001 + tu + 10 * tv), left + 4, top - 5)
      }
    }
  }
}

function path(camera: MapCamera, model: Model, t: number, out: Path2D): void {
  const uv = model.uvs!
  const at = (k: number): [number, number] => [
    camera.x + uv[6 * t + 2 * k]! * camera.scale,
    camera.y + (1 - uv[6 * t + 2 * k + 1]!) * camera.scale
  ]
  out.moveTo(...at(0))
  out.lineTo(...at(1))
  out.lineTo(...at(2))
  out.closePath()
}

function fillFaces(
  context: CanvasRenderingContext2D,
  camera: MapCamera,
  { model, faceGroups }: UvDrawing,
  colors: Map<number, string>
): void {
  const paths = new Map<string, Path2D>()
  for (let t = 0; t < model.triangleFace.length; t++) {
    if (Number.isNaN(model.uvs![6 * t]!)) continue
    const number = faceGroups?.[model.triangleFace[t]!] ?? 0
    const color = colors.get(number) ?? '#c9c6bf'
    let shape = paths.get(color)
    if (!shape) paths.set(color, (shape = new Path2D()))
    path(camera, model, t, shape)
  }
  for (const [color, shape] of paths) {
    context.fillStyle = color
    context.fill(shape)
  }
}

function edges(camera: MapCamera, model: Model): Path2D {
  const shape = new Path2D()
  for (let t = 0; t < model.triangleFace.length; t++) {
    if (!Number.isNaN(model.uvs![6 * t]!)) path(camera, model, t, shape)
  }
  return shape
}

/** Sides that only one of the faces has: where they end in UV space. */
function border(camera: MapCamera, model: Model, isIn: ((face: number) => boolean) | null): Path2D {
  const shape = new Path2D()
  const uv = model.uvs!
  for (const side of isIn ? borderSides(model, isIn) : islandSides(model)) {
    const from = 2 * side
    const to = side % 3 === 2 ? from - 4 : from + 2
    shape.moveTo(camera.x + uv[from]! * camera.scale, camera.y + (1 - uv[from + 1]!) * camera.scale)
    shape.lineTo(camera.x + uv[to]! * camera.scale, camera.y + (1 - uv[to + 1]!) * camera.scale)
  }
  return shape
}

const islands = new WeakMap<Model, number[]>()

function islandSides(model: Model): number[] {
  let sides = islands.get(model)
  if (!sides) islands.set(model, (sides = borderSides(model, () => true)))
  return sides
}

/** Corners whose side, to the next corner of their triangle, no other triangle of the faces shares. */
function borderSides(model: Model, isIn: (face: number) => boolean): number[] {
  const uv = model.uvs!
  const once = new Map<string, number>()
  for (let t = 0; t < model.triangleFace.length; t++) {
    if (Number.isNaN(uv[6 * t]!) || !isIn(model.triangleFace[t]!)) continue
    for (let k = 0; k < 3; k++) {
      const a = `${uv[6 * t + 2 * k]},${uv[6 * t + 2 * k + 1]}`
      const next = (k + 1) % 3
      const b = `${uv[6 * t + 2 * next]},${uv[6 * t + 2 * next + 1]}`
      const key = a < b ? `${a} ${b}` : `${b} ${a}`
      if (!once.delete(key)) once.set(key, 3 * t + k)
    }
  }
  return [...once.values()]
}
