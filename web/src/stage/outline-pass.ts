import {
  Color,
  GLSL3,
  LinearFilter,
  Mesh,
  NearestFilter,
  OrthographicCamera,
  PlaneGeometry,
  RawShaderMaterial,
  Scene,
  WebGLRenderTarget
} from 'three'
import type { Camera, WebGLRenderer } from 'three'
import fragmentShader from '@/stage/screen.frag?raw'
import vertexShader from '@/stage/screen.vert?raw'

/** Renders a scene to colours and marks, then puts both on the screen with lines around the marks. */
export class OutlinePass {
  private readonly target: WebGLRenderTarget
  private readonly material: RawShaderMaterial
  private readonly quad: Mesh<PlaneGeometry, RawShaderMaterial>
  private readonly quadScene = new Scene()
  private readonly quadCamera = new OrthographicCamera()

  constructor(background: string) {
    this.target = new WebGLRenderTarget(1, 1, { count: 2, samples: 4, minFilter: NearestFilter, magFilter: NearestFilter })
    this.target.textures[0]!.minFilter = LinearFilter
    this.material = new RawShaderMaterial({
      glslVersion: GLSL3,
      vertexShader,
      fragmentShader,
      depthTest: false,
      uniforms: {
        uColor: { value: this.target.textures[0] },
        uMarks: { value: this.target.textures[1] },
        uBackground: { value: new Color(background) },
        uPixelRatio: { value: 1 },
        uHasPick: { value: false },
        uHasHover: { value: false },
        uHasLines: { value: true }
      }
    })
    this.quad = new Mesh(new PlaneGeometry(2, 2), this.material)
    this.quad.frustumCulled = false
    this.quadScene.add(this.quad)
  }

  /** Lets the graphics card translate its program before there is something to draw. */
  prepare(renderer: WebGLRenderer): void {
    renderer.compile(this.quadScene, this.quadCamera)
  }

  /** Pixels of the drawing buffer. */
  setSize(width: number, height: number, pixelRatio: number): void {
    this.target.setSize(width, height)
    this.material.uniforms.uPixelRatio!.value = pixelRatio
  }

  setHasPick(isOn: boolean): void {
    this.material.uniforms.uHasPick!.value = isOn
  }

  setHasHover(isOn: boolean): void {
    this.material.uniforms.uHasHover!.value = isOn
  }

  setHasLines(isOn: boolean): void {
    this.material.uniforms.uHasLines!.value = isOn
  }

  render(renderer: WebGLRenderer, scene: Scene, camera: Camera): void {
    renderer.setRenderTarget(this.target)
    renderer.clear()
    renderer.render(scene, camera)
    renderer.setRenderTarget(null)
    renderer.render(this.quadScene, this.quadCamera)
  }

  dispose(): void {
    this.target.dispose()
    this.quad.geometry.dispose()
    this.material.dispose()
  }
}
