import { describe, expect, it } from 'vitest'
import { cageOf, faceSides } from '@/stage/cage'

import type { Model } from '@/model/model'

/** A quad of two triangles beside a single triangle, each its own part, in the plane z = 0. */
const model = {
  partNames: ['deck', 'keel'],
  positions: new Float32Array([0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 2, 0, 0]),
  triangles: new Uint32Array([0, 1, 2, 0, 2, 3, 1, 4, 2]),
  triangleFace: new Uint32Array([0, 0, 1]),
  facePart: new Uint32Array([0, 1])
} as unknown as Model

describe('the sides of faces', () => {
  it('are told once, without lines inside of a face', () => {
    const sides = faceSides(model)
    const pairs = []
    for (let i = 0; i < sides.length; i += 2) pairs.push(`${sides[i]}-${sides[i + 1]}`)
    expect(pairs.sort()).toEqual(['0-1', '0-3', '1-2', '1-4', '2-3', '2-4'])
  })
})

describe('a cage', () => {
  const up = new Float32Array(15).map((_, i) => (i % 3 === 2 ? 1 : 0))
  const cage = cageOf(
    model,
    up,
    faceSides(model),
    (part) => (part === 'deck' ? { outward: 0.25, inward: 0.5 } : { outward: 2, inward: 3 }),
    [{ x: 4, y: 5, z: 6 }]
  )

  it('lies off the model by the reach of the part', () => {
    expect(cage.outward[2]).toBe(0.25)
    expect(cage.inward[2]).toBe(-0.5)
    expect(cage.outward[14]).toBe(2)
    expect(cage.inward[14]).toBe(-3)
  })
  it('keeps the places that stick out', () => {
    expect([...cage.places]).toEqual([4, 5, 6])
  })
})
