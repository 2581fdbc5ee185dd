import { DataTexture, NearestFilter, RGBAIntegerFormat, UnsignedByteType } from 'three'
import { changedFaces, differingRuns, eachInRuns, NO_RUNS } from '@/model/runs'
import type { Runs } from '@/model/runs'

const WIDTH = 1024
/** Rows from which sending all of them at once is cheaper. */
const MOST_ROWS = 64
/** Marks of a face, bit by bit; the shaders know them. */
export const PICKED = 1
const HOVERED = 2
export const AWAY = 4

/**
 * What can change of each face, as a texture: group number (low byte, high byte), marks, and a number
 * that tells neighbouring pieces apart.
 */
export class FaceMarks {
  readonly texture: DataTexture
  private readonly bytes: Uint8Array
  private readonly faceCount: number
  private readonly changedRows = new Set<number>()
  private away: Uint8Array | null = null
  private picked: Runs = NO_RUNS
  private groups: Uint16Array
  /** Whether the whole was sent, so that single rows can follow. */
  private isOnCard = false

  constructor(facePiece: Uint32Array) {
    this.faceCount = facePiece.length
    this.groups = new Uint16Array(this.faceCount)
    const height = Math.max(1, Math.ceil(this.faceCount / WIDTH))
    this.bytes = new Uint8Array(4 * WIDTH * height)
    for (let f = 0; f < this.faceCount; f++) this.bytes[4 * f + 3] = scatter(facePiece[f]!)
    this.texture = new DataTexture(this.bytes, WIDTH, height, RGBAIntegerFormat, UnsignedByteType)
    this.texture.internalFormat = 'RGBA8UI'
    this.texture.minFilter = this.texture.magFilter = NearestFilter
    this.texture.onUpdate = () => (this.isOnCard = true)
    this.texture.needsUpdate = true
  }

  /** @param groups number of every face; never changed afterwards */
  setGroups(groups: Uint16Array): void {
    eachInRuns(changedFaces(this.groups, groups), (f) => {
      this.bytes[4 * f] = groups[f]! & 255
      this.bytes[4 * f + 1] = groups[f]! >> 8
      this.touch(f)
    })
    this.groups = groups
    this.send()
  }

  setPicked(faces: Runs): void {
    // Only what comes and goes is looked at: a sweep picks a few faces more at every move.
    eachInRuns(differingRuns(this.picked, faces), (f) => this.flip(f, PICKED))
    this.picked = faces
    this.send()
  }

  /** @param away 1 for faces that are out of sight; null for none */
  setAway(away: Uint8Array | null): void {
    if (away === null && this.away === null) return
    this.away = away
    for (let f = 0; f < this.faceCount; f++) this.mark(f, AWAY, away?.[f] === 1)
    this.send()
  }

  setHovered(before: ArrayLike<number>, now: ArrayLike<number>): void {
    for (let i = 0; i < before.length; i++) this.mark(before[i]!, HOVERED, false)
    for (let i = 0; i < now.length; i++) this.mark(now[i]!, HOVERED, true)
    this.send()
  }

  isAway(face: number): boolean {
    return (this.bytes[4 * face + 2]! & AWAY) !== 0
  }

  private mark(face: number, bit: number, isOn: boolean): void {
    if (((this.bytes[4 * face + 2]! & bit) !== 0) !== isOn) this.flip(face, bit)
  }

  private flip(face: number, bit: number): void {
    this.bytes[4 * face + 2]! ^= bit
    this.touch(face)
  }

  private touch(face: number): void {
    this.changedRows.add((face / WIDTH) | 0)
  }

  /** Rows that changed go to the graphics card, or all of them where that is no more. */
  private send(): void {
    if (this.changedRows.size === 0) return
    const isWhole = !this.isOnCard || this.changedRows.size + this.texture.updateRanges.length > MOST_ROWS
    if (isWhole) this.texture.clearUpdateRanges()
    else for (const row of this.changedRows) this.texture.addUpdateRange(4 * WIDTH * row, 4 * WIDTH)
    // Rows that wait already are part of the whole then.
    if (isWhole) this.isOnCard = false
    this.changedRows.clear()
    this.texture.needsUpdate = true
  }

  /** All of it is sent anew: a graphics card that was lost has forgotten it. */
  sendAll(): void {
    this.texture.clearUpdateRanges()
    this.isOnCard = false
    this.texture.needsUpdate = true
  }

  dispose(): void {
    this.texture.dispose()
  }
}

/** Pieces with neighbouring numbers get bytes that are far apart. */
function scatter(piece: number): number {
  return (Math.imul(piece, 0x9e3779b1) >>> 24) & 255
}
