import { GLSL3, Mesh, OrthographicCamera, PlaneGeometry, RawShaderMaterial, Scene } from 'three'
import type { IUniform, WebGLRenderer, WebGLRenderTarget } from 'three'
import vertexShader from '@/stage/screen.vert?raw'

/** Something that is computed for each pixel of a picture. */
export class ScreenQuad {
  private readonly material: RawShaderMaterial
  private readonly geometry = new PlaneGeometry(2, 2)
  private readonly scene = new Scene()
  private readonly camera = new OrthographicCamera()

  constructor(
    fragmentShader: string,
    readonly uniforms: Record<string, IUniform>
  ) {
    this.material = new RawShaderMaterial({ glslVersion: GLSL3, vertexShader, fragmentShader, depthTest: false, depthWrite: false, uniforms })
    const quad = new Mesh(this.geometry, this.material)
    quad.frustumCulled = false
    this.scene.add(quad)
  }

  /** Lets the graphics card translate its program before there is something to draw. */
  prepare(renderer: WebGLRenderer): void {
    renderer.compile(this.scene, this.camera)
  }

  /** @param target null for the page, which is drawn into again afterwards in any case */
  render(renderer: WebGLRenderer, target: WebGLRenderTarget | null): void {
    renderer.setRenderTarget(target)
    renderer.render(this.scene, this.camera)
    renderer.setRenderTarget(null)
  }

  dispose(): void {
    this.geometry.dispose()
    this.material.dispose()
  }
}
