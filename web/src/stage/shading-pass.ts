import { LinearFilter, NearestFilter, WebGLRenderTarget } from 'three'
import type { DataTexture, Texture, WebGLRenderer } from 'three'
import { ScreenQuad } from '@/stage/screen-quad'
import type { SeenSurface } from '@/stage/seen-surface'
import fragmentShader from '@/stage/shading.frag?raw'
import surfaceShading from '@/stage/unclaimed.glsl?raw'
import type { ModelMesh } from '@/stage/model-mesh'

/** How the surface is coloured. */
export type StageView = 'ids' | 'lit' | 'colors' | 'map' | 'materials'

const OWN_COLORS = 2
const VIEW_NUMBER: Record<StageView, number> = { ids: 0, lit: 1, colors: OWN_COLORS, map: OWN_COLORS, materials: 3 }

/** Colours what is seen by the groups of its faces, and marks what is picked or under the pointer. */
export class ShadingPass {
  private readonly target = new WebGLRenderTarget(1, 1, { count: 2, minFilter: NearestFilter, magFilter: NearestFilter, depthBuffer: false })
  private readonly quad: ScreenQuad

  /** @param groupColors by group number */
  constructor(groupColors: DataTexture) {
    this.target.textures[0]!.minFilter = LinearFilter
    this.quad = new ScreenQuad(surfaceShading + fragmentShader, {
      uView: { value: 0 },
      uSeen: { value: null },
      uOwnColors: { value: null },
      uHasOwnColors: { value: false },
      uFaces: { value: null },
      uGroupColors: { value: groupColors },
      uFaceColors: { value: null },
      uPixelRatio: { value: 1 },
      uHasWire: { value: false },
      uHatches: { value: false }
    })
  }

  get colors(): Texture {
    return this.target.textures[0]!
  }

  get marks(): Texture {
    return this.target.textures[1]!
  }

  prepare(renderer: WebGLRenderer): void {
    this.quad.prepare(renderer)
  }

  /** Pixels of the drawing buffer. */
  setSize(width: number, height: number, pixelRatio: number): void {
    this.target.setSize(width, height)
    this.quad.uniforms.uPixelRatio!.value = pixelRatio
  }

  /** @param hatchesAll whether unclaimed surface is hatched in views of colours that the file brought along, too */
  setView(view: StageView, hatchesAll: boolean, hasWire: boolean): void {
    this.quad.uniforms.uView!.value = VIEW_NUMBER[view]
    this.quad.uniforms.uHatches!.value = hatchesAll && view !== 'map'
    this.quad.uniforms.uHasWire!.value = hasWire
  }

  render(renderer: WebGLRenderer, seen: SeenSurface, shown: ModelMesh): void {
    const { uniforms } = this.quad
    uniforms.uSeen!.value = seen.faces
    uniforms.uOwnColors!.value = seen.ownColors ?? seen.faces
    uniforms.uHasOwnColors!.value = seen.ownColors !== null
    uniforms.uFaces!.value = shown.marks.texture
    uniforms.uFaceColors!.value = shown.faceColors.texture
    this.quad.render(renderer, this.target)
  }

  dispose(): void {
    this.target.dispose()
    this.quad.dispose()
  }
}
