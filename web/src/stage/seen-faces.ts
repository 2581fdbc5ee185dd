import { NearestFilter, Vector2, WebGLRenderTarget } from 'three'
import type { Texture, WebGLRenderer } from 'three'
import { ScreenQuad } from '@/stage/screen-quad'
import fragmentShader from '@/stage/seen-picture.frag?raw'

/** What stands in place of one more than a face: nothing, or something that is no face. */
const NOTHING = 0
const OTHER = 0xffffff

/** Which face is seen in the middle of each pixel of the page. */
export class SeenFaces {
  /** @param numbers one more than the face in the three low bytes; rows from bottom to top */
  constructor(
    readonly width: number,
    readonly height: number,
    private readonly numbers: Uint32Array
  ) {}

  /** @returns −1 where no face is seen, and outside; x from the left and y from above, pixels */
  faceAt(x: number, y: number): number {
    if (x < 0 || y < 0 || x >= this.width || y >= this.height) return -1
    const number = this.numbers[(this.height - 1 - y) * this.width + x]! & 0xffffff
    return number === NOTHING || number === OTHER ? -1 : number - 1
  }
}

/**
 * Brings what is seen from the graphics card to the processor, once for a view that rests: questions about the
 * pointer then cost a look into an array, however large the model is.
 */
export class SeenFacesReader {
  private readonly picture = new WebGLRenderTarget(1, 1, { minFilter: NearestFilter, magFilter: NearestFilter, depthBuffer: false })
  private readonly quad = new ScreenQuad(fragmentShader, { uSeen: { value: null }, uSize: { value: new Vector2() } })
  private found: SeenFaces | null = null
  private untaken: Texture | null = null
  private coming: Promise<SeenFaces | null> | null = null
  /** Which picture is the present one: an older one that arrives late is of no use. */
  private taken = 0

  constructor(private readonly renderer: WebGLRenderer) {}

  prepare(): void {
    this.quad.prepare(this.renderer)
  }

  /** What is seen, as far as it has been brought. */
  get ready(): SeenFaces | null {
    return this.found
  }

  /** Another picture is to come. */
  forget(): void {
    this.taken++
    this.found = null
    this.coming = null
  }

  /**
   * Another view is drawn. Its picture is taken when it is asked for, which is not for each step of a camera that moves.
   *
   * @param width pixels of the page
   * @param height pixels
   */
  show(faces: Texture, width: number, height: number): void {
    this.forget()
    this.untaken = faces
    this.picture.setSize(Math.max(1, width), Math.max(1, height))
  }

  /** Keeps the picture of the view, before something else is drawn over it. */
  take(): void {
    if (!this.untaken) return
    this.quad.uniforms.uSeen!.value = this.untaken
    ;(this.quad.uniforms.uSize!.value as Vector2).set(this.picture.width, this.picture.height)
    this.quad.render(this.renderer, this.picture)
    this.untaken = null
  }

  /**
   * Brings the picture without holding up the page.
   *
   * @returns null if there is a newer one meanwhile, or the graphics card was lost
   */
  fetch(): Promise<SeenFaces | null> {
    if (this.found) return Promise.resolve(this.found)
    const { taken } = this
    return (this.coming ??= this.bring().then((seen) => (taken === this.taken ? (this.found ??= seen) : null)))
  }

  private async bring(): Promise<SeenFaces | null> {
    this.take()
    const { width, height } = this.picture
    const bytes = new Uint8Array(4 * width * height)
    try {
      await this.renderer.readRenderTargetPixelsAsync(this.picture, 0, 0, width, height, bytes)
    } catch {
      return null
    }
    return new SeenFaces(width, height, new Uint32Array(bytes.buffer))
  }

  /** Brings the picture and waits until the graphics card has drawn it. */
  wait(): SeenFaces {
    if (this.found) return this.found
    this.take()
    const { width, height } = this.picture
    const bytes = new Uint8Array(4 * width * height)
    this.renderer.readRenderTargetPixels(this.picture, 0, 0, width, height, bytes)
    return (this.found = new SeenFaces(width, height, new Uint32Array(bytes.buffer)))
  }

  dispose(): void {
    this.forget()
    this.picture.dispose()
    this.quad.dispose()
  }
}
