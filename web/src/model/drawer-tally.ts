import { facesOf } from '@/model/model'
import { changedFaces } from '@/model/runs'
import type { Model } from '@/model/model'
import type { Runs } from '@/model/runs'

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

interface Tally {
  faces: number
  hiddenFaces: number
  pieces: number
  /** Square metres. */
  visibleArea: number
}

/**
 * Counts what lies in which drawer, and follows claims by what they move: with millions of faces, counting all of
 * them at each click is felt.
 */
export class DrawerTally {
  private readonly tallies = new Map<number, Tally>()
  private readonly visibleArea: number
  private readonly visibleFaces: number
  private groups: Uint16Array

  /**
   * @param groups number of every face; never changed afterwards
   * @param hidden 1 for faces that are seen from nowhere outside; null while nobody knows
   */
  constructor(
    readonly model: Model,
    groups: Uint16Array,
    readonly hidden: ArrayLike<number> | null
  ) {
    this.groups = groups
    this.count(groups, Uint32Array.of(0, groups.length), 1)
    this.countPieces(groups, model.facesOfPiece.start.keys(), 1)
    const tallies = [...this.tallies.values()]
    this.visibleArea = tallies.reduce((sum, tally) => sum + tally.visibleArea, 0)
    this.visibleFaces = tallies.reduce((sum, tally) => sum + tally.faces - tally.hiddenFaces, 0)
  }

  /** @param groups as they are now; never changed afterwards */
  follow(groups: Uint16Array): void {
    const changed = changedFaces(this.groups, groups)
    const touched = this.piecesOf(changed)
    this.countPieces(this.groups, touched, -1)
    this.count(this.groups, changed, -1)
    this.count(groups, changed, 1)
    this.countPieces(groups, touched, 1)
    this.groups = groups
  }

  /** The drawers that something lies in. */
  drawers(): Map<number, Drawer> {
    const drawers = new Map<number, Drawer>()
    for (const [number, { faces, hiddenFaces, pieces, visibleArea }] of this.tallies) {
      if (faces > 0) drawers.set(number, { number, faces, hiddenFaces, pieces, share: this.shareOf(faces, hiddenFaces, visibleArea) })
    }
    return drawers
  }

  /** A drawer that holds everything that is seen, or nothing of it, holds exactly that, whatever sums round to. */
  private shareOf(faces: number, hiddenFaces: number, visibleArea: number): number {
    if (faces === this.groups.length) return 1
    if (faces === hiddenFaces || this.visibleArea === 0) return 0
    if (faces - hiddenFaces === this.visibleFaces) return 1
    return Math.min(1, Math.max(0, visibleArea / this.visibleArea))
  }

  private count(groups: Uint16Array, faces: Runs, sign: 1 | -1): void {
    const { faceArea } = this.model
    const { hidden } = this
    for (let i = 0; i < faces.length; i += 2) {
      const end = faces[i + 1]!
      for (let f = faces[i]!; f < end; ) {
        // Most faces lie where the one before lies: sums are kept beside the drawers as long as that holds.
        const number = groups[f]!
        const from = f
        let hiddenFaces = 0
        let area = 0
        for (; f < end && groups[f] === number; f++) {
          if (hidden !== null && hidden[f]) hiddenFaces++
          else area += faceArea[f]!
        }
        const tally = this.tallyOf(number)
        tally.faces += sign * (f - from)
        tally.hiddenFaces += sign * hiddenFaces
        tally.visibleArea += sign * area
      }
    }
  }

  private countPieces(groups: Uint16Array, pieces: Iterable<number>, sign: 1 | -1): void {
    // The last piece that was found in each drawer, counted from one.
    const last = new Uint32Array(65536)
    for (const piece of pieces) {
      for (const f of facesOf(this.model.facesOfPiece, piece)) {
        const number = groups[f]!
        if (last[number] === piece + 1) continue
        last[number] = piece + 1
        this.tallyOf(number).pieces += sign
      }
    }
  }

  private piecesOf(faces: Runs): Set<number> {
    const pieces = new Set<number>()
    let last = -1
    for (let i = 0; i < faces.length; i += 2) {
      for (let f = faces[i]!; f < faces[i + 1]!; f++) {
        const piece = this.model.facePiece[f]!
        if (piece !== last) pieces.add((last = piece))
      }
    }
    return pieces
  }

  private tallyOf(number: number): Tally {
    let tally = this.tallies.get(number)
    if (!tally) this.tallies.set(number, (tally = { faces: 0, hiddenFaces: 0, pieces: 0, visibleArea: 0 }))
    return tally
  }
}
