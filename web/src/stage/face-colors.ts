import { DataTexture, NearestFilter, RGBAFormat } from 'three'

const WIDTH = 1024

/** A colour of each face that a file brought along, laid out as the marks are; nothing is kept before they are asked for. */
export class FaceColors {
  readonly texture = new DataTexture(new Uint8Array(4), 1, 1, RGBAFormat)

  constructor(private readonly faceCount: number) {
    this.texture.minFilter = this.texture.magFilter = NearestFilter
    this.texture.needsUpdate = true
  }

  /** @param rgb three bytes a face */
  set(rgb: Uint8Array): void {
    const height = Math.max(1, Math.ceil(this.faceCount / WIDTH))
    const bytes = new Uint8Array(4 * WIDTH * height)
    for (let f = 0; f < this.faceCount; f++) {
      bytes[4 * f] = rgb[3 * f]!
      bytes[4 * f + 1] = rgb[3 * f + 1]!
      bytes[4 * f + 2] = rgb[3 * f + 2]!
      bytes[4 * f + 3] = 255
    }
    // A texture keeps the size that it had when it was sent first.
    this.texture.dispose()
    this.texture.image = { data: bytes, width: WIDTH, height }
    this.texture.needsUpdate = true
  }

  dispose(): void {
    this.texture.dispose()
  }
}
