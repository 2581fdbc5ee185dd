import { BufferAttribute, BufferGeometry, Sphere } from 'three'
import type { TypedArray } from 'three'
import type { Model } from '@/model/model'
import { wireDistances } from '@/stage/wire'

/** Geometry without shared vertices, because face, UV and colour belong to corners. */
export function cornerGeometry(model: Model): BufferGeometry {
  const geometry = new BufferGeometry()
  // The renderer sorts by where it is, which nothing depends on, and would look at every corner for it.
  geometry.boundingSphere = new Sphere()
  lay(geometry, model)
  return geometry
}

/** Adds for every corner how far its face's sides are away. */
export function addWire(geometry: BufferGeometry, model: Model): void {
  geometry.setAttribute('wire', held(wireDistances(model), 3, true))
}

/** Lays everything out again for a graphics card that has forgotten it. */
export function layAgain(geometry: BufferGeometry, model: Model): void {
  lay(geometry, model)
  if (geometry.hasAttribute('wire')) addWire(geometry, model)
}

function lay(geometry: BufferGeometry, model: Model): void {
  const corners = model.triangles.length
  const positions = new Float32Array(3 * corners)
  const faces = new Float32Array(corners)
  for (let c = 0; c < corners; c++) {
    const v = 3 * model.triangles[c]!
    positions[3 * c] = model.positions[v]!
    positions[3 * c + 1] = model.positions[v + 1]!
    positions[3 * c + 2] = model.positions[v + 2]!
    faces[c] = model.triangleFace[(c / 3) | 0]!
  }
  geometry.setAttribute('position', held(positions, 3))
  geometry.setAttribute('face', held(faces, 1))
  if (model.uvs) geometry.setAttribute('uv', new BufferAttribute(model.uvs, 2))
  if (model.colors) geometry.setAttribute('color', held(rgbaBytes(model.colors), 4, true))
  if (model.normals) {
    const bytes = new Int8Array(model.normals.buffer, model.normals.byteOffset, 4 * corners)
    geometry.setAttribute('normal', new BufferAttribute(bytes, 4, true))
  }
}

/** What is only there for the graphics card is let go when the card has it: a quarter gigabyte at five million triangles. */
function held(values: TypedArray, itemSize: number, isNormalized = false): BufferAttribute {
  const attribute = new BufferAttribute(values, itemSize, isNormalized)
  return attribute.onUpload(() => {
    ;(attribute as { array: TypedArray | null }).array = null
  })
}

function rgbaBytes(argb: Uint32Array): Uint8Array {
  const bytes = new Uint8Array(4 * argb.length)
  for (let i = 0; i < argb.length; i++) {
    const value = argb[i]!
    bytes[4 * i] = (value >> 16) & 255
    bytes[4 * i + 1] = (value >> 8) & 255
    bytes[4 * i + 2] = value & 255
    bytes[4 * i + 3] = 255
  }
  return bytes
}
