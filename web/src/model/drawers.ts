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

/** What lies in a drawer; number 0 is the unclaimed one. */
export interface Drawer {
  number: number
  faces: number
  /** Faces among them that are seen from nowhere outside. */
  hiddenFaces: number
  pieces: number
  /** Share of the model's visible surface, 0 … 1. */
  share: number
}

export type StackOrder = 'size' | 'name' | 'place'

/**
 * Sorts the faces of a model into drawers by their group numbers.
 *
 * @param hidden 1 for faces that are seen from nowhere outside; null while nobody knows
 */
export function fillDrawers(
  model: Model,
  faceGroups: Uint16Array,
  hidden: ArrayLike<number> | null
): Map<number, Drawer> {
  const drawers = new Map<number, Drawer>()
  const inDrawer = new Map<number, Uint8Array>()
  let visibleArea = 0
  let drawer: Drawer = { number: -1, faces: 0, hiddenFaces: 0, pieces: 0, share: 0 }
  let seen: Uint8Array = new Uint8Array()
  for (let f = 0; f < faceGroups.length; f++) {
    const number = faceGroups[f]!
    // Most faces lie where the one before lies; with millions of them a look into a map each is felt.
    if (number !== drawer.number) {
      drawer = drawers.get(number) ?? { number, faces: 0, hiddenFaces: 0, pieces: 0, share: 0 }
      seen = inDrawer.get(number) ?? new Uint8Array(model.facesOfPiece.start.length)
      drawers.set(number, drawer)
      inDrawer.set(number, seen)
    }
    const piece = model.facePiece[f]!
    drawer.faces++
    drawer.pieces += 1 - seen[piece]!
    seen[piece] = 1
    if (hidden?.[f]) {
      drawer.hiddenFaces++
    } else {
      drawer.share += model.faceArea[f]!
      visibleArea += model.faceArea[f]!
    }
  }
  for (const drawer of drawers.values()) drawer.share = shareOf(drawer, faceGroups.length, visibleArea)
  return drawers
}

/** A drawer that holds everything that is seen holds exactly all of it, whatever sums round to. */
function shareOf({ share, faces }: Drawer, allFaces: number, visibleArea: number): number {
  if (faces === allFaces) return 1
  return visibleArea > 0 ? share / visibleArea : 0
}

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
  const pieces = new Map<number, { faces: number; area: number }>()
  for (let f = 0; f < faceGroups.length; f++) {
    if (faceGroups[f] !== number) continue
    const piece = pieces.get(model.facePiece[f]!)
    if (piece) {
      piece.faces++
      piece.area += model.faceArea[f]!
    } else {
      pieces.set(model.facePiece[f]!, { faces: 1, area: model.faceArea[f]! })
    }
  }
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
 * Unclaimed faces piece by piece, the largest visible area first; pieces that nobody sees are no matter.
 *
 * @param hidden as in {@link fillDrawers}
 */
export function unclaimedPieces(
  model: Model,
  faceGroups: Uint16Array,
  hidden: ArrayLike<number> | null
): { piece: number; faces: number[] }[] {
  const pieces = new Map<number, { piece: number; faces: number[]; visibleArea: number }>()
  for (let f = 0; f < faceGroups.length; f++) {
    if (faceGroups[f] !== 0) continue
    const piece = model.facePiece[f]!
    let row = pieces.get(piece)
    if (!row) pieces.set(piece, (row = { piece, faces: [], visibleArea: 0 }))
    row.faces.push(f)
    row.visibleArea += hidden?.[f] ? 0 : model.faceArea[f]!
  }
  return [...pieces.values()]
    .filter((p) => p.visibleArea > 0)
    .sort((a, b) => b.visibleArea - a.visibleArea || a.piece - b.piece)
}
