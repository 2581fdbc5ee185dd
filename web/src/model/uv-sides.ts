import type { Model } from '@/model/model'

const NONE = -1

/**
 * Which side of a triangle meets which other in UV space: side 3t + k goes from corner k of triangle t to
 * the next. Made once a model; both searches are tables of numbers, since there are millions of sides.
 */
export class UvSides {
  /** The side that has the same two UVs, −1 where an island ends. */
  private readonly twin: Int32Array
  /** Sides at which islands end. */
  readonly ends: Uint32Array

  constructor(private readonly model: Model) {
    const points = pointOfCorner(model.uvs!)
    this.twin = twins(points)
    const ends: number[] = []
    for (let side = 0; side < this.twin.length; side++) {
      if (this.twin[side] === NONE && points[side]! !== NONE) ends.push(side)
    }
    this.ends = Uint32Array.from(ends)
  }

  /** Sides between a face that `isIn` takes and one that it does not, or an island's end. */
  around(isIn: (face: number) => boolean): number[] {
    const { triangleFace, uvs } = this.model
    const sides: number[] = []
    for (let t = 0; t < triangleFace.length; t++) {
      if (!isIn(triangleFace[t]!) || Number.isNaN(uvs![6 * t]!)) continue
      for (let side = 3 * t; side < 3 * t + 3; side++) {
        const other = this.twin[side]!
        if (other === NONE || !isIn(triangleFace[(other / 3) | 0]!)) sides.push(side)
      }
    }
    return sides
  }
}

/** A number for every distinct UV, −1 for corners without one. */
function pointOfCorner(uv: Float32Array): Int32Array {
  const bits = new Int32Array(uv.buffer, uv.byteOffset, uv.length)
  const corners = uv.length / 2
  const out = new Int32Array(corners)
  const table = new Int32Array(tableSize(corners)).fill(NONE)
  const mask = table.length - 1
  for (let c = 0; c < corners; c++) {
    if (Number.isNaN(uv[2 * c]!)) {
      out[c] = NONE
      continue
    }
    let slot = hash(bits[2 * c]!, bits[2 * c + 1]!) & mask
    while (table[slot] !== NONE && !isSame(uv, table[slot]!, c)) slot = (slot + 1) & mask
    if (table[slot] === NONE) table[slot] = c
    out[c] = table[slot]!
  }
  return out
}

function isSame(uv: Float32Array, a: number, b: number): boolean {
  return uv[2 * a] === uv[2 * b] && uv[2 * a + 1] === uv[2 * b + 1]
}

/** Two that share both ends are twins; of more than two the later ones find no partner, or each other. */
function twins(points: Int32Array): Int32Array {
  const out = new Int32Array(points.length).fill(NONE)
  const open = new Int32Array(tableSize(points.length)).fill(NONE)
  const mask = open.length - 1
  const next = (side: number): number => (side % 3 === 2 ? side - 2 : side + 1)
  for (let side = 0; side < points.length; side++) {
    const a = points[side]!
    const b = points[next(side)]!
    if (a === NONE || b === NONE) continue
    let slot = hash(Math.min(a, b), Math.max(a, b)) & mask
    while (open[slot] !== NONE) {
      const other = open[slot]!
      const isOpen = out[other] === NONE
      const c = points[other]!
      const d = points[next(other)]!
      if (isOpen && ((a === c && b === d) || (a === d && b === c))) {
        out[side] = other
        out[other] = side
        break
      }
      slot = (slot + 1) & mask
    }
    if (out[side] === NONE) open[slot] = side
  }
  return out
}

function tableSize(entries: number): number {
  return 2 ** Math.ceil(Math.log2(2 * entries + 2))
}

function hash(a: number, b: number): number {
  let h = Math.imul(a, 0x9e3779b1) ^ Math.imul(b, 0x85ebca6b)
  h = Math.imul(h ^ (h >>> 15), 0x2c1b3c6d)
  return h ^ (h >>> 13)
}

const known = new WeakMap<Model, UvSides>()

export function uvSidesOf(model: Model): UvSides {
  let sides = known.get(model)
  if (!sides) known.set(model, (sides = new UvSides(model)))
  return sides
}

/** Box of some faces in UV space: least u and v, greatest u and v; of all when none are given. */
export function uvBox(model: Model, isIn: ((face: number) => boolean) | null): [number, number, number, number] {
  const uv = model.uvs!
  let [u0, v0, u1, v1] = [Infinity, Infinity, -Infinity, -Infinity]
  for (let c = 0; c < uv.length / 2; c++) {
    const u = uv[2 * c]!
    if (Number.isNaN(u) || (isIn && !isIn(model.triangleFace[(c / 3) | 0]!))) continue
    const v = uv[2 * c + 1]!
    u0 = u < u0 ? u : u0
    v0 = v < v0 ? v : v0
    u1 = u > u1 ? u : u1
    v1 = v > v1 ? v : v1
  }
  return u0 <= u1 ? [u0, v0, u1, v1] : [0, 0, 1, 1]
}
