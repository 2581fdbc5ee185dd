/** Faces of each label, without one array per label: `faces[start[l] … start[l + 1])`. */
export interface FaceIndex {
  start: Uint32Array
  faces: Uint32Array
}

/** What of a model is picked with one click. */
export type Grain = 'part' | 'piece' | 'face'

/**
 * A revision's geometry as the server sends it, never changed. A triangle belongs to a face, a face to
 * a part and a piece. Corner arrays have three entries a triangle.
 */
export interface Model {
  readonly revisionId: number
  /** Which state of its geometry. */
  readonly version: number
  readonly partNames: string[]
  /** xyz per vertex, metres. */
  readonly positions: Float32Array
  /** Three vertices a triangle. */
  readonly triangles: Uint32Array
  readonly triangleFace: Uint32Array
  readonly facePart: Uint32Array
  readonly facePiece: Uint32Array
  /** Square metres. */
  readonly faceArea: Float32Array
  /** Two a corner, origin bottom-left. */
  readonly uvs: Float32Array | null
  /** 0xAARRGGBB a corner. */
  readonly colors: Uint32Array | null
  /** Signed bytes x, y, z packed in one value a corner. */
  readonly normals: Uint32Array | null
  readonly facesOfPart: FaceIndex
  readonly facesOfPiece: FaceIndex
  /** Square metres. */
  readonly area: number
}

interface Head {
  partNames: string[]
  arrays: { name: string; type: 'f32' | 'u32'; length: number }[]
}

/** Reads the server's geometry buffer; the arrays are views into it. */
export function parseModel(revisionId: number, version: number, buffer: ArrayBuffer): Model {
  const headBytes = new DataView(buffer).getUint32(0, true)
  const head = JSON.parse(new TextDecoder().decode(new Uint8Array(buffer, 4, headBytes))) as Head
  const floats = new Map<string, Float32Array>()
  const ints = new Map<string, Uint32Array>()
  let at = 4 + headBytes
  for (const { name, type, length } of head.arrays) {
    if (type === 'f32') floats.set(name, new Float32Array(buffer, at, length))
    else ints.set(name, new Uint32Array(buffer, at, length))
    at += 4 * length
  }
  const facePart = ints.get('parts')!
  const facePiece = ints.get('pieces')!
  const faceArea = floats.get('areas')!
  return {
    revisionId,
    version,
    partNames: head.partNames,
    positions: floats.get('positions')!,
    triangles: ints.get('triangles')!,
    triangleFace: ints.get('faces')!,
    facePart,
    facePiece,
    faceArea,
    uvs: floats.get('uvs') ?? null,
    colors: ints.get('colors') ?? null,
    normals: ints.get('normals') ?? null,
    facesOfPart: indexFaces(facePart),
    facesOfPiece: indexFaces(facePiece),
    area: faceArea.reduce((sum, a) => sum + a, 0)
  }
}

/** Turns a label per face into the faces of each label. */
export function indexFaces(labels: Uint32Array): FaceIndex {
  let count = 0
  for (const label of labels) count = Math.max(count, label + 1)
  const start = new Uint32Array(count + 1)
  for (const label of labels) start[label + 1]!++
  for (let l = 0; l < count; l++) start[l + 1]! += start[l]!
  const next = start.slice()
  const faces = new Uint32Array(labels.length)
  labels.forEach((label, face) => (faces[next[label]!++] = face))
  return { start, faces }
}

/** The faces of one label. */
export function facesOf(index: FaceIndex, label: number): Uint32Array {
  return index.faces.subarray(index.start[label], index.start[label + 1])
}

/** The faces that a click on one face means. */
export function facesAround(model: Model, face: number, grain: Grain): Uint32Array {
  if (grain === 'part') return facesOf(model.facesOfPart, model.facePart[face]!)
  if (grain === 'piece') return facesOf(model.facesOfPiece, model.facePiece[face]!)
  return Uint32Array.of(face)
}
