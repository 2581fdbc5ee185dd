import { describe, expect, it } from 'vitest'
import { visibleRegions } from '@/stage/regions'
import { boxShape, isInside, maskOfShape, shapeBounds } from '@/stage/shape'
import { wireDistances } from '@/stage/wire'
import type { Model } from '@/model/model'

describe('visible regions', () => {
  it('are patches of one group, the largest first, each with a pixel of its own', () => {
    const numbers = Int32Array.from([
      [1, 1, -1, 2, 2],
      [1, 1, -1, 2, 1],
      [1, -1, -1, 2, 2],
      [1, 3, 3, -1, 2]
    ].flat())
    const regions = visibleRegions(numbers, 5, 2)
    expect(regions.map((r) => [r.number, r.pixels])).toEqual([
      [1, 6],
      [2, 6],
      [3, 2]
    ])
    for (const r of regions) expect(numbers[5 * r.y + r.x]).toBe(r.number)
  })
})

describe('outline on the stage', () => {
  it('is a box or any shape, whichever way it was drawn', () => {
    const box = boxShape({ x: 9, y: 9 }, { x: 1, y: 2 })
    expect(shapeBounds(box)).toEqual({ left: 1, top: 2, right: 9, bottom: 9 })
    expect(isInside(box, 5, 5)).toBe(true)
    expect(isInside(box, 5, 1)).toBe(false)
    const bay = [{ x: 0, y: 0 }, { x: 8, y: 0 }, { x: 8, y: 8 }, { x: 4, y: 2 }, { x: 0, y: 8 }]
    expect(isInside(bay, 4, 1)).toBe(true)
    expect(isInside(bay, 4, 6)).toBe(false)
  })
})

describe('mask of an outline', () => {
  it('holds exactly the pixels whose middles lie inside, however it crosses itself and leaves the view', () => {
    let seed = 7
    const random = (): number => (seed = (seed * 16807) % 2147483647) / 2147483647
    for (let round = 0; round < 60; round++) {
      const corners = 3 + Math.floor(random() * 30)
      const place = round % 3 === 0 ? (v: number) => Math.round(v) : (v: number) => v
      const shape = Array.from({ length: corners }, () => ({ x: place(random() * 60 - 10), y: place(random() * 50 - 10) }))
      const mask = maskOfShape(shape, 40, 30)
      const wanted = mask.map((_, i) => Number(isInside(shape, (i % 40) + 0.5, Math.floor(i / 40) + 0.5)))
      expect(mask).toEqual(wanted)
    }
  })
})

describe('wire', () => {
  it('leaves out the sides that only cut a polygon', () => {
    const model = {
      triangles: Uint32Array.of(0, 1, 2, 0, 2, 3, 4, 5, 6),
      triangleFace: Uint32Array.of(0, 0, 1),
      firstTriangle: Uint32Array.of(0, 2)
    } as unknown as Model
    const wire = wireDistances(model)
    // The first triangle's side from 2 to 0, opposite of corner 1, runs through the quad.
    expect([...wire.subarray(0, 9)]).toEqual([255, 255, 0, 0, 255, 0, 0, 255, 255])
    expect([...wire.subarray(18, 27)]).toEqual([255, 0, 0, 0, 255, 0, 0, 0, 255])
  })
})
