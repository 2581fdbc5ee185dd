import { facesOf } from '@/model/model'
import type { Labels } from '@/model/labels'
import type { Model } from '@/model/model'

/** Pieces as they lie in one drawer, whole or partly; several when they are alike. */
export interface Stack {
  /** The piece that stands for all. */
  piece: number
  pieces: number[]
  name: string
  faces: number
  /** Square metres. */
  area: number
  /** Whether all faces of every piece lie in the drawer. */
  isWhole: boolean
  /** Height of the piece's middle, metres. */
  height: number
}

export type StackOrder = 'size' | 'name' | 'place'

/** Pieces of one drawer as cards; whole alike pieces make one stack. */
export function stackPieces(
  model: Model,
  faceGroups: Uint16Array,
  number: number,
  alike: Labels | null,
  order: StackOrder
): Stack[] {
  const stacks = new Map<string, Stack>()
  for (const [piece, { faces, area }] of piecesIn(model, faceGroups, number)) {
    const isWhole = faces === facesOf(model.facesOfPiece, piece).length
    const first = facesOf(model.facesOfPiece, piece)[0]!
    const key = isWhole && alike ? `class ${alike.ofFace[first]}` : `piece ${piece}`
    const stack = stacks.get(key)
    if (stack) {
      stack.pieces.push(piece)
      stack.faces += faces
      stack.area += area
    } else {
      const name = model.partNames[model.facePart[first]!] || 'part without name'
      stacks.set(key, { piece, pieces: [piece], name, faces, area, isWhole, height: heightOf(model, first) })
    }
  }
  return [...stacks.values()].sort((a, b) => before(a, b, order) || a.piece - b.piece)
}

function before(a: Stack, b: Stack, order: StackOrder): number {
  if (order === 'size') return b.area - a.area
  return order === 'name' ? a.name.localeCompare(b.name, 'en', { numeric: true }) : b.height - a.height
}

function piecesIn(model: Model, faceGroups: Uint16Array, number: number): Map<number, { faces: number; area: number }> {
  const pieceCount = model.facesOfPiece.start.length
  const faces = new Uint32Array(pieceCount)
  const areas = new Float64Array(pieceCount)
  for (let f = 0; f < faceGroups.length; f++) {
    if (faceGroups[f] !== number) continue
    const piece = model.facePiece[f]!
    faces[piece]!++
    areas[piece]! += model.faceArea[f]!
  }
  const pieces = new Map<number, { faces: number; area: number }>()
  faces.forEach((count, piece) => {
    if (count > 0) pieces.set(piece, { faces: count, area: areas[piece]! })
  })
  return pieces
}

function heightOf(model: Model, face: number): number {
  return model.positions[3 * model.triangles[3 * model.firstTriangle[face]!]! + 1]!
}

/** The faces of a stack's pieces that lie in its drawer. */
export function facesOfStack(model: Model, faceGroups: Uint16Array, number: number, stack: Stack): number[] {
  return stack.pieces.flatMap((piece) => [...facesOf(model.facesOfPiece, piece)].filter((f) => faceGroups[f] === number))
}

/**
 * Pieces that have unclaimed faces, the largest visible unclaimed area first; where nobody sees it, it is no matter.
 *
 * @param hidden 1 for faces that are seen from nowhere outside; null while nobody knows
 */
export function unclaimedPieces(model: Model, faceGroups: Uint16Array, hidden: ArrayLike<number> | null): number[] {
  const areas = new Float64Array(model.facesOfPiece.start.length)
  for (let f = 0; f < faceGroups.length; f++) {
    if (faceGroups[f] === 0 && !hidden?.[f]) areas[model.facePiece[f]!]! += model.faceArea[f]!
  }
  const pieces: number[] = []
  areas.forEach((area, piece) => {
    if (area > 0) pieces.push(piece)
  })
  return pieces.sort((a, b) => areas[b]! - areas[a]! || a - b)
}

export function unclaimedFacesOf(model: Model, faceGroups: Uint16Array, piece: number): Uint32Array {
  return facesOf(model.facesOfPiece, piece).filter((f) => faceGroups[f] === 0)
}
