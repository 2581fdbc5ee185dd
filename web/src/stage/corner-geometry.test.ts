import type { BufferAttribute } from 'three'
import { describe, expect, it } from 'vitest'
import type { Model } from '@/model/model'
import { addWire, cornerGeometry, layAgain } from '@/stage/corner-geometry'

/** A square of two triangles as one face, and a triangle beside it. */
const model = {
  positions: new Float32Array([0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0, 2, 0, 0]),
  triangles: new Uint32Array([0, 1, 2, 0, 2, 3, 1, 4, 2]),
  triangleFace: new Uint32Array([0, 0, 1]),
  firstTriangle: new Uint32Array([0, 2, 3]),
  colors: new Uint32Array(9).fill(0x00112233),
  normals: null,
  uvs: null
} as unknown as Model

/** As the graphics card's driver does. */
function upload(attribute: unknown): void {
  ;(attribute as BufferAttribute).onUploadCallback()
}

describe('the geometry of corners', () => {
  it('has every corner by itself', () => {
    const geometry = cornerGeometry(model)
    expect([...geometry.getAttribute('face').array]).toEqual([0, 0, 0, 0, 0, 0, 1, 1, 1])
    expect([...geometry.getAttribute('position').array].slice(21, 24)).toEqual([2, 0, 0])
    expect([...geometry.getAttribute('color').array].slice(0, 4)).toEqual([0x11, 0x22, 0x33, 255])
  })

  it('has a place before anything is laid out, so that nobody asks the corners for it', () => {
    expect(cornerGeometry(model).boundingSphere).not.toBeNull()
  })

  it('lets go of what the graphics card has, and lays it out again', () => {
    const geometry = cornerGeometry(model)
    addWire(geometry, model)
    const names = ['position', 'face', 'color', 'wire']
    const before = names.map((name) => [...geometry.getAttribute(name).array])
    for (const name of names) upload(geometry.getAttribute(name))
    for (const name of names) {
      expect(geometry.getAttribute(name).array).toBeNull()
      expect(geometry.getAttribute(name).count).toBe(9)
    }
    layAgain(geometry, model)
    expect(names.map((name) => [...geometry.getAttribute(name).array])).toEqual(before)
  })

  it('has a wire again only where it had one', () => {
    const geometry = cornerGeometry(model)
    layAgain(geometry, model)
    expect(geometry.hasAttribute('wire')).toBe(false)
  })
})
