import {
  BufferAttribute,
  BufferGeometry,
  DoubleSide,
  GLSL3,
  Mesh,
  RawShaderMaterial,
  Vector2,
  Vector3
} from 'three'
import type { DataTexture, IUniform, Texture } from 'three'
import type { Model } from '@/model/model'
import { smoothNormals } from '@/stage/smooth-normals'
import fragmentShader from '@/stage/looks.frag?raw'
import vertexShader from '@/stage/looks.vert?raw'

export const LOOKS = 0
export const PACK = 1
export const OWN_COLORS = 2

/** Uniforms that all meshes of a stage share. */
export interface SharedUniforms {
  uLight: IUniform<Vector3>
  uLooks: IUniform<DataTexture>
  uBase: IUniform<Vector3>
  uTints: IUniform<Vector3[]>
  uHasTint: IUniform<boolean[]>
}

/** Some triangles of a model as one material. Whoever makes it disposes of it. */
export class LookMesh {
  readonly mesh: Mesh<BufferGeometry, RawShaderMaterial>

  /**
   * @param cornerNormals see {@link normalsOf}
   * @param isIn which faces are drawn
   */
  constructor(
    model: Model,
    cornerNormals: Int8Array,
    isIn: (face: number) => boolean,
    kind: number,
    shared: SharedUniforms
  ) {
    const uniforms = {
      ...shared,
      uKind: { value: kind },
      uTile: { value: new Vector2() },
      uSlots: { value: null as Texture | null },
      uPack: { value: null as Texture | null }
    }
    this.mesh = new Mesh(
      geometryOf(model, cornerNormals, isIn),
      new RawShaderMaterial({ glslVersion: GLSL3, vertexShader, fragmentShader, side: DoubleSide, uniforms })
    )
    this.mesh.frustumCulled = false
  }

  set(name: 'uKind' | 'uTile' | 'uSlots' | 'uPack', value: unknown): void {
    this.mesh.material.uniforms[name]!.value = value
  }

  dispose(): void {
    this.mesh.geometry.dispose()
    this.mesh.material.dispose()
  }
}

/** Four signed bytes a corner: the model's own, or those that its shape suggests. */
export function normalsOf(model: Model): Int8Array {
  const own = model.normals
  return own ? new Int8Array(own.buffer, own.byteOffset, 4 * own.length) : smoothNormals(model)
}

function geometryOf(model: Model, cornerNormals: Int8Array, isIn: (face: number) => boolean): BufferGeometry {
  const triangles: number[] = []
  model.triangleFace.forEach((face, t) => {
    if (isIn(face)) triangles.push(t)
  })
  const corners = 3 * triangles.length
  const positions = new Float32Array(3 * corners)
  const uvs = new Float32Array(2 * corners)
  const normals = new Int8Array(4 * corners)
  const colors = model.colors ? new Uint8Array(4 * corners) : null
  let to = 0
  for (const t of triangles) {
    for (let c = 3 * t; c < 3 * t + 3; c++, to++) {
      const v = 3 * model.triangles[c]!
      for (let k = 0; k < 3; k++) positions[3 * to + k] = model.positions[v + k]!
      if (model.uvs) uvs.set(model.uvs.subarray(2 * c, 2 * c + 2), 2 * to)
      normals.set(cornerNormals.subarray(4 * c, 4 * c + 4), 4 * to)
      if (colors) {
        const argb = model.colors![c]!
        colors[4 * to] = (argb >> 16) & 255
        colors[4 * to + 1] = (argb >> 8) & 255
        colors[4 * to + 2] = argb & 255
      }
    }
  }
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(positions, 3))
  geometry.setAttribute('uv', new BufferAttribute(uvs, 2))
  geometry.setAttribute('normal', new BufferAttribute(normals, 4, true))
  if (colors) geometry.setAttribute('color', new BufferAttribute(colors, 4, true))
  return geometry
}
