import { DataTexture, NearestFilter, RGBAIntegerFormat, UnsignedByteType } from 'three'

const WIDTH = 1024
const PICKED = 1
const HOVERED = 2
const AWAY = 4

/**
 * What can change of each face, as a texture: group number (low byte, high byte), marks, and a number
 * that tells neighbouring pieces apart.
 */
export class FaceMarks {
  readonly texture: DataTexture
  private readonly bytes: Uint8Array
  private readonly faceCount: number

  constructor(facePiece: Uint32Array) {
    this.faceCount = facePiece.length
    const height = Math.max(1, Math.ceil(this.faceCount / WIDTH))
    this.bytes = new Uint8Array(4 * WIDTH * height)
    for (let f = 0; f < this.faceCount; f++) this.bytes[4 * f + 3] = scatter(facePiece[f]!)
    this.texture = new DataTexture(this.bytes, WIDTH, height, RGBAIntegerFormat, UnsignedByteType)
    this.texture.internalFormat = 'RGBA8UI'
    this.texture.minFilter = this.texture.magFilter = NearestFilter
    this.texture.needsUpdate = true
  }

  setGroups(groups: Uint16Array): void {
    for (let f = 0; f < this.faceCount; f++) {
      this.bytes[4 * f] = groups[f]! & 255
      this.bytes[4 * f + 1] = groups[f]! >> 8
    }
    this.texture.needsUpdate = true
  }

  setPicked(mask: Uint8Array): void {
    for (let f = 0; f < this.faceCount; f++) this.mark(f, PICKED, mask[f] === 1)
    this.texture.needsUpdate = true
  }

  /** @param away 1 for faces that are out of sight; null for none */
  setAway(away: Uint8Array | null): void {
    for (let f = 0; f < this.faceCount; f++) this.mark(f, AWAY, away?.[f] === 1)
    this.texture.needsUpdate = true
  }

  setHovered(before: ArrayLike<number>, now: ArrayLike<number>): void {
    for (let i = 0; i < before.length; i++) this.mark(before[i]!, HOVERED, false)
    for (let i = 0; i < now.length; i++) this.mark(now[i]!, HOVERED, true)
    this.texture.needsUpdate = true
  }

  isAway(face: number): boolean {
    return (this.bytes[4 * face + 2]! & AWAY) !== 0
  }

  private mark(face: number, bit: number, isOn: boolean): void {
    const at = 4 * face + 2
    this.bytes[at] = isOn ? this.bytes[at]! | bit : this.bytes[at]! & ~bit
  }

  dispose(): void {
    this.texture.dispose()
  }
}

/** Pieces with neighbouring numbers get bytes that are far apart. */
function scatter(piece: number): number {
  return (Math.imul(piece, 0x9e3779b1) >>> 24) & 255
}
