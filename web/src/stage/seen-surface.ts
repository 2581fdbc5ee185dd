import { NearestFilter, Texture, Vector2, WebGLRenderTarget } from 'three'
import type { Camera, Scene, WebGLRenderer } from 'three'
import fragmentShader from '@/stage/seen-picture.frag?raw'
import { ScreenQuad } from '@/stage/screen-quad'

/** Samples a pixel along one axis: four a pixel smooth the borders of what is drawn. `shading.frag` counts on it. */
export const SAMPLES_ACROSS = 2
/** Stands in place of a face where something else is seen. */
const OTHER = 0xffffff

/**
 * Which face is seen at each sample of the view. It depends on the camera and on geometry alone: what a click
 * changes is coloured from it, without a look at any triangle.
 */
export class SeenSurface {
  /** Samples of the whole view; the same object for good. */
  readonly samples = new Vector2(1, 1)
  private target = surfaceTarget(1)
  private readonly picture = new WebGLRenderTarget(1, 1, { minFilter: NearestFilter, magFilter: NearestFilter, depthBuffer: false })
  private readonly pictureQuad = new ScreenQuad(fragmentShader, { uSeen: { value: null }, uSize: { value: new Vector2() } })

  /** One more than the face in three bytes, and how light it is. */
  get faces(): Texture {
    return this.target.textures[0]!
  }

  /** Colours of the surface itself; null where they are not kept. */
  get ownColors(): Texture | null {
    return this.target.textures[1] ?? null
  }

  /** @param width pixels of the drawing buffer */
  setSize(width: number, height: number): void {
    this.samples.set(SAMPLES_ACROSS * width, SAMPLES_ACROSS * height)
    this.target.setSize(this.samples.x, this.samples.y)
  }

  /** Whether colours of corners, of a map or of lines are kept beside the faces. */
  keepOwnColors(isOn: boolean): void {
    if (isOn === (this.ownColors !== null)) return
    this.target.dispose()
    this.target = surfaceTarget(isOn ? 2 : 1)
    this.target.setSize(this.samples.x, this.samples.y)
  }

  render(renderer: WebGLRenderer, scene: Scene, camera: Camera): void {
    renderer.setRenderTarget(this.target)
    renderer.render(scene, camera)
  }

  /**
   * One more than the face in the middle of each pixel of a picture of the view, 0 where there is none; rows
   * from bottom to top.
   *
   * @param width pixels of the picture
   * @param height pixels
   */
  read(renderer: WebGLRenderer, width: number, height: number): Uint32Array {
    this.picture.setSize(width, height)
    this.pictureQuad.uniforms.uSeen!.value = this.faces
    ;(this.pictureQuad.uniforms.uSize!.value as Vector2).set(width, height)
    this.pictureQuad.render(renderer, this.picture)
    const bytes = new Uint8Array(4 * width * height)
    renderer.readRenderTargetPixels(this.picture, 0, 0, width, height, bytes)
    renderer.setRenderTarget(null)
    const faces = new Uint32Array(width * height)
    for (let i = 0; i < faces.length; i++) {
      const number = bytes[4 * i]! + 256 * bytes[4 * i + 1]! + 65536 * bytes[4 * i + 2]!
      faces[i] = number === OTHER ? 0 : number
    }
    return faces
  }

  dispose(): void {
    this.target.dispose()
    this.picture.dispose()
    this.pictureQuad.dispose()
  }
}

function surfaceTarget(count: number): WebGLRenderTarget {
  return new WebGLRenderTarget(1, 1, { count, minFilter: NearestFilter, magFilter: NearestFilter })
}
