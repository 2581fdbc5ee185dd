import { NearestFilter, Texture, Vector2, WebGLRenderTarget } from 'three'
import type { Camera, Object3D, Scene, WebGLRenderer } from 'three'

/** Samples a pixel along one axis: four a pixel smooth the borders of what is drawn. `shading.frag` counts on it. */
export const SAMPLES_ACROSS = 2

/**
 * Which face is seen at each sample of the view. It depends on the camera and on geometry alone: what a click
 * changes is coloured from it, without a look at any triangle.
 */
export class SeenSurface {
  /** Samples of the whole view; the same object for good. */
  readonly samples = new Vector2(1, 1)
  private target = surfaceTarget(1)

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
    renderer.setRenderTarget(null)
  }

  /** Draws something over what was drawn. */
  renderMore(renderer: WebGLRenderer, object: Object3D, camera: Camera): void {
    renderer.setRenderTarget(this.target)
    renderer.autoClear = false
    renderer.render(object, camera)
    renderer.autoClear = true
    renderer.setRenderTarget(null)
  }

  dispose(): void {
    this.target.dispose()
  }
}

function surfaceTarget(count: number): WebGLRenderTarget {
  return new WebGLRenderTarget(1, 1, { count, minFilter: NearestFilter, magFilter: NearestFilter })
}
