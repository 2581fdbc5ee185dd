import type { Model } from '@/model/model'

/** How new faces go together with what is picked. */
export type PickMode = 'replace' | 'add' | 'take'

/** A set of faces of one model; a value, never changed in place. */
export interface Pick {
  /** 1 for every picked face. */
  readonly mask: Uint8Array
  readonly faces: number
  readonly pieces: number
  /** Share of the model's surface, 0 … 1. */
  readonly share: number
}

export function emptyPick(model: Model): Pick {
  return { mask: new Uint8Array(model.facePart.length), faces: 0, pieces: 0, share: 0 }
}

export function changePick(model: Model, pick: Pick, faces: ArrayLike<number>, mode: PickMode): Pick {
  const mask = mode === 'replace' ? new Uint8Array(pick.mask.length) : pick.mask.slice()
  const value = mode === 'take' ? 0 : 1
  for (let i = 0; i < faces.length; i++) mask[faces[i]!] = value
  return pickOf(model, mask)
}

/** @param mask 1 for every picked face; not to be changed any more */
export function pickOf(model: Model, mask: Uint8Array): Pick {
  let faces = 0
  let area = 0
  const pieces = new Set<number>()
  for (let f = 0; f < mask.length; f++) {
    if (mask[f]) {
      faces++
      area += model.faceArea[f]!
      pieces.add(model.facePiece[f]!)
    }
  }
  return { mask, faces, pieces: pieces.size, share: model.area > 0 ? area / model.area : 0 }
}

export function isSamePick(a: Pick, b: Pick): boolean {
  return a.faces === b.faces && a.mask.every((v, f) => v === b.mask[f])
}

/** Pairs of first and one past the last picked face, as the server takes them. */
export function faceRanges(mask: Uint8Array): number[] {
  const ranges: number[] = []
  for (let f = 0; f < mask.length; f++) {
    if (mask[f] && !mask[f - 1]) ranges.push(f)
    if (mask[f] && !mask[f + 1]) ranges.push(f + 1)
  }
  return ranges
}

/** @param faceCount of the model */
export function maskOfRanges(ranges: number[], faceCount: number): Uint8Array {
  const mask = new Uint8Array(faceCount)
  for (let i = 0; i < ranges.length; i += 2) mask.fill(1, ranges[i], ranges[i + 1])
  return mask
}
