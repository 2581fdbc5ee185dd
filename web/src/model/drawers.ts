import type { Model } from '@/model/model'

/** A part as far as it lies in one drawer. */
export interface DrawerPart {
  part: number
  name: string
  faces: number
  /** Square metres. */
  area: number
  isWhole: boolean
}

/** What lies in a drawer; number 0 is the unclaimed one. */
export interface Drawer {
  number: number
  faces: number
  pieces: number
  /** Share of the model's surface, 0 … 1. */
  share: number
  parts: DrawerPart[]
}

/** Sorts the faces of a model into drawers by their group numbers. */
export function fillDrawers(model: Model, faceGroups: Uint16Array): Map<number, Drawer> {
  const drawers = new Map<number, { faces: number; area: number; pieces: Set<number>; parts: Map<number, DrawerPart> }>()
  for (let f = 0; f < faceGroups.length; f++) {
    const number = faceGroups[f]!
    let drawer = drawers.get(number)
    if (!drawer) drawers.set(number, (drawer = { faces: 0, area: 0, pieces: new Set(), parts: new Map() }))
    const part = model.facePart[f]!
    let row = drawer.parts.get(part)
    if (!row) {
      row = { part, name: model.partNames[part] || 'part without name', faces: 0, area: 0, isWhole: false }
      drawer.parts.set(part, row)
    }
    drawer.faces++
    drawer.area += model.faceArea[f]!
    drawer.pieces.add(model.facePiece[f]!)
    row.faces++
    row.area += model.faceArea[f]!
  }
  const out = new Map<number, Drawer>()
  for (const [number, d] of drawers) {
    const parts = [...d.parts.values()].sort((a, b) => b.area - a.area || a.part - b.part)
    for (const row of parts) {
      row.isWhole = row.faces === model.facesOfPart.start[row.part + 1]! - model.facesOfPart.start[row.part]!
    }
    out.set(number, {
      number,
      faces: d.faces,
      pieces: d.pieces.size,
      share: model.area > 0 ? d.area / model.area : 0,
      parts
    })
  }
  return out
}

/** Unclaimed faces piece by piece, the largest area first. */
export function unclaimedPieces(model: Model, faceGroups: Uint16Array): { piece: number; faces: number[] }[] {
  const areas = new Map<number, { piece: number; faces: number[]; area: number }>()
  for (let f = 0; f < faceGroups.length; f++) {
    if (faceGroups[f] !== 0) continue
    const piece = model.facePiece[f]!
    let row = areas.get(piece)
    if (!row) areas.set(piece, (row = { piece, faces: [], area: 0 }))
    row.faces.push(f)
    row.area += model.faceArea[f]!
  }
  return [...areas.values()].sort((a, b) => b.area - a.area || a.piece - b.piece)
}
