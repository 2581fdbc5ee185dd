import type { Model } from '@/model/model'

/** Faces that meet at a sharper angle keep their edge. */
const CREASE_COS = Math.cos((40 * Math.PI) / 180)

/**
 * Normals for a model that brought none: at each corner the mean of the triangles that meet there and face
 * about the same way, by their area. Four signed bytes a corner, as models bring them.
 */
export function smoothNormals(model: Model): Int8Array {
  const { positions, triangles } = model
  const count = triangles.length / 3
  const faceNormals = new Float32Array(3 * count)
  for (let t = 0; t < count; t++) {
    const [a, b, c] = [3 * triangles[3 * t]!, 3 * triangles[3 * t + 1]!, 3 * triangles[3 * t + 2]!]
    const [ux, uy, uz] = [0, 1, 2].map((k) => positions[b + k]! - positions[a + k]!) as [number, number, number]
    const [vx, vy, vz] = [0, 1, 2].map((k) => positions[c + k]! - positions[a + k]!) as [number, number, number]
    faceNormals.set([uy * vz - uz * vy, uz * vx - ux * vz, ux * vy - uy * vx], 3 * t)
  }
  const places = placesOf(positions)
  const start = new Uint32Array(places.count + 1)
  for (let i = 0; i < triangles.length; i++) start[places.ofVertex[triangles[i]!]! + 1]!++
  for (let p = 0; p < places.count; p++) start[p + 1]! += start[p]!
  const next = start.slice()
  const at = new Uint32Array(triangles.length)
  for (let i = 0; i < triangles.length; i++) at[next[places.ofVertex[triangles[i]!]!]!++] = (i / 3) | 0
  const normals = new Int8Array(4 * triangles.length)
  for (let i = 0; i < triangles.length; i++) {
    const own = 3 * ((i / 3) | 0)
    const place = places.ofVertex[triangles[i]!]!
    let [x, y, z] = [0, 0, 0]
    for (let j = start[place]!; j < start[place + 1]!; j++) {
      const other = 3 * at[j]!
      const along = faceNormals[own]! * faceNormals[other]! + faceNormals[own + 1]! * faceNormals[other + 1]! + faceNormals[own + 2]! * faceNormals[other + 2]!
      if (along >= CREASE_COS * lengthOf(faceNormals, own) * lengthOf(faceNormals, other)) {
        x += faceNormals[other]!
        y += faceNormals[other + 1]!
        z += faceNormals[other + 2]!
      }
    }
    const length = Math.hypot(x, y, z) || 1
    normals.set([(127 * x) / length, (127 * y) / length, (127 * z) / length], 4 * i)
  }
  return normals
}

function lengthOf(vectors: Float32Array, i: number): number {
  return Math.hypot(vectors[i]!, vectors[i + 1]!, vectors[i + 2]!)
}

/** Vertices at exactly one place are one: files split them where UVs do. */
function placesOf(positions: Float32Array): { ofVertex: Uint32Array; count: number } {
  const vertices = positions.length / 3
  const bits = new Uint32Array(positions.buffer, positions.byteOffset, positions.length)
  const table = new Int32Array(2 ** Math.ceil(Math.log2(2 * vertices + 2))).fill(-1)
  const first: number[] = []
  const ofVertex = new Uint32Array(vertices)
  for (let v = 0; v < vertices; v++) {
    let slot = (Math.imul(bits[3 * v]!, 73856093) ^ Math.imul(bits[3 * v + 1]!, 19349663) ^ Math.imul(bits[3 * v + 2]!, 83492791)) & (table.length - 1)
    while (table[slot]! >= 0 && !isSamePlace(positions, first[table[slot]!]!, v)) slot = (slot + 1) & (table.length - 1)
    if (table[slot]! < 0) {
      table[slot] = first.length
      first.push(v)
    }
    ofVertex[v] = table[slot]!
  }
  return { ofVertex, count: first.length }
}

function isSamePlace(positions: Float32Array, a: number, b: number): boolean {
  return [0, 1, 2].every((k) => positions[3 * a + k] === positions[3 * b + k])
}
