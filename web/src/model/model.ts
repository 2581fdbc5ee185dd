/** Faces of each label, without one array per label: `faces[start[l] … start[l + 1])`. */
export interface FaceIndex {
  start: Uint32Array
  faces: Uint32Array
}

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
  /** First triangle of every face; those of one face follow each other. */
  readonly firstTriangle: Uint32Array
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
  const triangleFace = ints.get('faces')!
  return {
    revisionId,
    version,
    partNames: head.partNames,
    positions: floats.get('positions')!,
    triangles: ints.get('triangles')!,
    triangleFace,
    firstTriangle: firstTriangles(triangleFace, facePart.length),
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

/** All that a model lies in, each once: what another thread is handed instead of a copy. */
export function buffersOf(model: Model): ArrayBuffer[] {
  const arrays = [...Object.values(model), ...Object.values(model.facesOfPart), ...Object.values(model.facesOfPiece)]
  return [...new Set(arrays.filter((v) => ArrayBuffer.isView(v)).map((v) => v.buffer as ArrayBuffer))]
}

function firstTriangles(triangleFace: Uint32Array, faceCount: number): Uint32Array {
  const first = new Uint32Array(faceCount)
  for (let t = triangleFace.length - 1; t >= 0; t--) first[triangleFace[t]!] = t
  return first
}

/** Turns a label per face into the faces of each label; −1 is no label. */
export function indexFaces(labels: ArrayLike<number>): FaceIndex {
  let count = 0
  for (let f = 0; f < labels.length; f++) count = Math.max(count, labels[f]! + 1)
  const start = new Uint32Array(count + 1)
  for (let f = 0; f < labels.length; f++) if (labels[f]! >= 0) start[labels[f]! + 1]!++
  for (let l = 0; l < count; l++) start[l + 1]! += start[l]!
  const next = start.slice()
  const faces = new Uint32Array(start[count]!)
  for (let f = 0; f < labels.length; f++) if (labels[f]! >= 0) faces[next[labels[f]!]!++] = f
  return { start, faces }
}

/** The faces of one label. */
export function facesOf(index: FaceIndex, label: number): Uint32Array {
  return index.faces.subarray(index.start[label], index.start[label + 1])
}
