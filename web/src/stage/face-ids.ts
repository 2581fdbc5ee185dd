import { GLSL3, DoubleSide, Mesh, NearestFilter, RawShaderMaterial, Scene, WebGLRenderTarget } from 'three'
import type { BufferGeometry, Camera, IUniform, WebGLRenderer } from 'three'
import fragmentShader from '@/stage/face-ids.frag?raw'
import vertexShader from '@/stage/face-ids.vert?raw'

/** Draws the number of the face that is seen at each pixel, to tell what is visible. */
export class FaceIds {
  private readonly target = new WebGLRenderTarget(1, 1, { minFilter: NearestFilter, magFilter: NearestFilter })
  private readonly material: RawShaderMaterial
  private readonly scene = new Scene()

  /**
   * @param geometry shared with the shown mesh, which disposes of it
   * @param faces what can change of each face, shared too
   */
  constructor(geometry: BufferGeometry, faces: IUniform) {
    this.material = new RawShaderMaterial({
      glslVersion: GLSL3,
      vertexShader,
      fragmentShader,
      side: DoubleSide,
      uniforms: { uFaces: faces }
    })
    const mesh = new Mesh(geometry, this.material)
    mesh.frustumCulled = false
    this.scene.add(mesh)
  }

  /**
   * One more than the face at each pixel, 0 where there is none; rows from bottom to top.
   *
   * @param width pixels of the picture of the whole view
   * @param height pixels
   */
  read(renderer: WebGLRenderer, camera: Camera, width: number, height: number): Uint32Array {
    this.target.setSize(width, height)
    renderer.setRenderTarget(this.target)
    renderer.clear()
    renderer.render(this.scene, camera)
    const bytes = new Uint8Array(4 * width * height)
    renderer.readRenderTargetPixels(this.target, 0, 0, width, height, bytes)
    renderer.setRenderTarget(null)
    const faces = new Uint32Array(width * height)
    for (let i = 0; i < faces.length; i++) {
      faces[i] = bytes[4 * i]! + 256 * bytes[4 * i + 1]! + 65536 * bytes[4 * i + 2]!
    }
    return faces
  }

  dispose(): void {
    this.target.dispose()
    this.material.dispose()
  }
}
