import { Ray, Vector3 } from 'three'
import { describe, expect, it } from 'vitest'
import type { Model } from '@/model/model'
import { placeOnFace } from '@/stage/face-place'

/** Two triangles of one face in z = 0 over the unit square, and a second face before it at z = 1. */
const MODEL = {
  positions: new Float32Array([0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 0, 0, 1, 1, 0, 1, 0, 1, 1]),
  triangles: new Uint32Array([0, 1, 2, 0, 2, 3, 4, 5, 6]),
  triangleFace: new Uint32Array([0, 0, 1]),
  firstTriangle: new Uint32Array([0, 2]),
  uvs: new Float32Array([0, 0, 0.5, 0, 0.5, 0.5, 0, 0, 0.5, 0.5, 0, 0.5, 0, 0, 1, 0, 0, 1])
} as unknown as Model

const from = (x: number, y: number, towards = new Vector3(0, 0, -1)): Ray => new Ray(new Vector3(x, y, 5), towards)

describe('a place on a face', () => {
  it('is told by triangle, nearest corner and UV', () => {
    const hit = placeOnFace(MODEL, 0, from(0.9, 0.2))
    expect(hit).toMatchObject({ face: 0, triangle: 0, corner: 1 })
    expect(hit.uv![0]).toBeCloseTo(0.45)
    expect(hit.uv![1]).toBeCloseTo(0.1)
    expect(placeOnFace(MODEL, 0, from(0.1, 0.8))).toMatchObject({ triangle: 1, corner: 2 })
  })

  it('is that of the face that is asked for, whatever lies before it', () => {
    expect(placeOnFace(MODEL, 0, from(0.3, 0.2)).triangle).toBe(0)
    expect(placeOnFace(MODEL, 1, from(0.3, 0.2)).uv![0]).toBeCloseTo(0.3)
  })

  it('is the nearest on its rim where the ray passes beside it', () => {
    const hit = placeOnFace(MODEL, 0, from(1.01, 0.5))
    expect(hit.triangle).toBe(0)
    expect(hit.uv![0]).toBeCloseTo(0.5)
    expect(hit.uv![1]).toBeCloseTo(0.25)
  })

  it('is found on a face that is seen from its edge', () => {
    const hit = placeOnFace(MODEL, 0, new Ray(new Vector3(-5, 0.5, 0), new Vector3(1, 0, 0)))
    expect(Number.isFinite(hit.uv![0])).toBe(true)
  })

  it('is the nearer one where a folded face is met twice', () => {
    const folded = {
      ...MODEL,
      positions: new Float32Array([0, 0, 0, 1, 0, 0, 0, 1, 0, 0, 0, 2, 1, 0, 2, 0, 1, 2]),
      triangles: new Uint32Array([0, 1, 2, 3, 4, 5]),
      triangleFace: new Uint32Array([0, 0]),
      firstTriangle: new Uint32Array([0]),
      uvs: null
    } as unknown as Model
    expect(placeOnFace(folded, 0, from(0.2, 0.2))).toMatchObject({ triangle: 1, uv: null })
    expect(placeOnFace(folded, 0, from(0.2, 0.2, new Vector3(0, 0, -1)))).toMatchObject({ corner: 0 })
  })
})
