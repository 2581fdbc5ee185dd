import { describe, expect, it } from 'vitest'
import { UvSides, uvBox } from '@/model/uv-sides'

import type { Model } from '@/model/model'

/** A model of which only what sides need is there. */
function modelOf(uvs: number[], triangleFace: number[]): Model {
  return { uvs: Float32Array.from(uvs), triangleFace: Uint32Array.from(triangleFace) } as unknown as Model
}

/** n × n squares of two triangles each, a face a square, on the unit square. */
function grid(n: number): Model {
  const uvs: number[] = []
  const faces: number[] = []
  for (let y = 0; y < n; y++) {
    for (let x = 0; x < n; x++) {
      const [a, b, c, d] = [[x, y], [x + 1, y], [x + 1, y + 1], [x, y + 1]].map(([u, v]) => [u! / n, v! / n])
      uvs.push(...a!, ...b!, ...c!, ...a!, ...c!, ...d!)
      faces.push(y * n + x, y * n + x)
    }
  }
  return modelOf(uvs, faces)
}

/** The same by words: sides that occur once. */
function slowly(model: Model, isIn: (face: number) => boolean): string[] {
  const seen = new Map<string, number>()
  const uv = model.uvs!
  for (let side = 0; side < uv.length / 2; side++) {
    if (!isIn(model.triangleFace[Math.floor(side / 3)]!) || Number.isNaN(uv[2 * side]!)) continue
    seen.set(nameOf(model, side), (seen.get(nameOf(model, side)) ?? 0) + 1)
  }
  return [...seen].filter(([, times]) => times === 1).map(([name]) => name).sort()
}

function nameOf(model: Model, side: number): string {
  const next = side % 3 === 2 ? side - 2 : side + 1
  return [side, next].map((c) => `${model.uvs![2 * c]},${model.uvs![2 * c + 1]}`).sort().join(' ')
}

describe('sides in UV space', () => {
  it('end where no other triangle goes on', () => {
    const sides = new UvSides(grid(5))
    expect(sides.ends.length).toBe(20)
  })

  it('run around any faces as found by words', () => {
    const model = grid(9)
    const sides = new UvSides(model)
    for (const isIn of [(f: number) => f === 40, (f: number) => f % 3 === 0, (f: number) => f < 30, () => true]) {
      const found = sides.around(isIn).map((side) => nameOf(model, side)).sort()
      expect(found).toEqual(slowly(model, isIn))
    }
  })

  it('leave out corners without UVs', () => {
    const model = modelOf([0, 0, 1, 0, 1, 1, NaN, NaN, NaN, NaN, NaN, NaN], [0, 1])
    const sides = new UvSides(model)
    expect([...sides.ends]).toEqual([0, 1, 2])
    expect(sides.around(() => true)).toEqual([0, 1, 2])
    expect(uvBox(model, null)).toEqual([0, 0, 1, 1])
    expect(uvBox(model, (f) => f === 1)).toEqual([0, 0, 1, 1])
  })

  it('that three triangles share are no end of the first two', () => {
    const fan = [0, 0, 1, 0, 1, 1, 1, 0, 0, 0, 0, 1, 0, 0, 1, 0, 0.5, -1]
    const sides = new UvSides(modelOf(fan, [0, 1, 2]))
    expect([...sides.ends]).toEqual([1, 2, 4, 5, 6, 7, 8])
  })
})
