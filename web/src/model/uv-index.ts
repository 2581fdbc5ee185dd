import type { Model } from '@/model/model'

const CELLS = 128

/** Finds the face at a place in UV space: triangles by the cells of a grid over the model's UVs. */
export class UvIndex {
  private readonly cells = new Map<number, number[]>()

  constructor(private readonly model: Model) {
    const uv = model.uvs!
    for (let t = 0; t < model.triangleFace.length; t++) {
      const u = [uv[6 * t]!, uv[6 * t + 2]!, uv[6 * t + 4]!]
      const v = [uv[6 * t + 1]!, uv[6 * t + 3]!, uv[6 * t + 5]!]
      if (u.some(Number.isNaN)) continue
      for (let x = cellOf(Math.min(...u)); x <= cellOf(Math.max(...u)); x++) {
        for (let y = cellOf(Math.min(...v)); y <= cellOf(Math.max(...v)); y++) {
          const key = keyOf(x, y)
          const list = this.cells.get(key)
          if (list) list.push(t)
          else this.cells.set(key, [t])
        }
      }
    }
  }

  /** The face that owns a place, null where there is none. */
  faceAt(u: number, v: number): number | null {
    for (const t of this.cells.get(keyOf(cellOf(u), cellOf(v))) ?? []) {
      if (this.contains(t, u, v)) return this.model.triangleFace[t]!
    }
    return null
  }

  private contains(t: number, u: number, v: number): boolean {
    const uv = this.model.uvs!
    let positive = 0
    let negative = 0
    for (let k = 0; k < 3; k++) {
      const a = 6 * t + 2 * k
      const b = 6 * t + 2 * ((k + 1) % 3)
      const side = (uv[b]! - uv[a]!) * (v - uv[a + 1]!) - (uv[b + 1]! - uv[a + 1]!) * (u - uv[a]!)
      if (side > 0) positive++
      if (side < 0) negative++
    }
    return positive === 0 || negative === 0
  }
}

function cellOf(value: number): number {
  return Math.max(-CELLS * 8, Math.min(CELLS * 16, Math.floor(value * CELLS)))
}

function keyOf(x: number, y: number): number {
  return x * 65536 + y
}

/** Box of some faces in UV space: least u and v, greatest u and v; of all when none are given. */
export function uvBox(model: Model, isIn: ((face: number) => boolean) | null): [number, number, number, number] {
  const uv = model.uvs!
  const box: [number, number, number, number] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let c = 0; c < uv.length / 2; c++) {
    const u = uv[2 * c]!
    if (Number.isNaN(u) || (isIn && !isIn(model.triangleFace[Math.floor(c / 3)]!))) continue
    const v = uv[2 * c + 1]!
    box[0] = Math.min(box[0], u)
    box[1] = Math.min(box[1], v)
    box[2] = Math.max(box[2], u)
    box[3] = Math.max(box[3], v)
  }
  return box[0] <= box[2] ? box : [0, 0, 1, 1]
}
