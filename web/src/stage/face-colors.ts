import { DataTexture, NearestFilter, RGBAFormat } from 'three'

const WIDTH = 1024

/** A colour of each face that a file brought along, laid out as the marks are. */
export class FaceColors {
  readonly texture: DataTexture

  constructor(private readonly faceCount: number) {
    const height = Math.max(1, Math.ceil(faceCount / WIDTH))
    this.texture = new DataTexture(new Uint8Array(4 * WIDTH * height), WIDTH, height, RGBAFormat)
    this.texture.minFilter = this.texture.magFilter = NearestFilter
    this.texture.needsUpdate = true
  }

  /** @param rgb three bytes a face */
  set(rgb: Uint8Array): void {
    const bytes = this.texture.image.data as Uint8Array
    for (let f = 0; f < this.faceCount; f++) bytes.set(rgb.subarray(3 * f, 3 * f + 3), 4 * f)
    this.texture.needsUpdate = true
  }

  dispose(): void {
    this.texture.dispose()
  }
}
