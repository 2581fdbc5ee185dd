import { describe, expect, it } from 'vitest'
import { smoothNormals } from '@/stage/smooth-normals'
import type { Model } from '@/model/model'

/** Two unit squares that share an edge, the second bent up by an angle; no vertex is shared in the file. */
function bent(degrees: number): Model {
  const a = (degrees * Math.PI) / 180
  const [x, y] = [1 + Math.cos(a), Math.sin(a)]
  const corners = [[0, 0, 0], [0, 0, 1], [1, 0, 1], [1, 0, 0], [1, 0, 0], [1, 0, 1], [x, y, 1], [x, y, 0]]
  return {
    positions: new Float32Array(corners.flat()),
    triangles: new Uint32Array([0, 1, 2, 0, 2, 3, 4, 5, 6, 4, 6, 7])
  } as Model
}

describe('normals that a shape suggests', () => {
  it('are smooth over a small angle, also where the file splits vertices', () => {
    const normals = smoothNormals(bent(20))
    // At that corner two triangles of the first square meet one of the second; at the far side none.
    const lean = Math.atan2(-Math.sin(Math.PI / 9), 2 + Math.cos(Math.PI / 9))
    expect(normals[4 * 2]! / 127).toBeCloseTo(Math.sin(lean), 1)
    expect(normals[0]).toBe(0)
    expect(normals[1]).toBe(127)
  })

  it('keep a sharp edge', () => {
    const normals = smoothNormals(bent(90))
    expect([...normals.subarray(8, 11)]).toEqual([0, 127, 0])
    expect(normals[4 * 6]).toBe(-127)
  })
})
