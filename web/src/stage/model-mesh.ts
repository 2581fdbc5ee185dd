import { BufferAttribute, BufferGeometry, DoubleSide, GLSL3, Mesh, RawShaderMaterial, Texture, Vector2 } from 'three'
import type { DataTexture, IUniform, PerspectiveCamera, WebGLRenderer } from 'three'
import { placeAligned } from '@/stage/alignment'
import type { Alignment } from '@/api/types'
import type { Model } from '@/model/model'
import { FaceColors } from '@/stage/face-colors'
import { FaceMarks } from '@/stage/face-marks'
import fragmentShader from '@/stage/model.frag?raw'
import vertexShader from '@/stage/model.vert?raw'
import { wireDistances } from '@/stage/wire'

/** How the surface is coloured. */
export type StageView = 'ids' | 'lit' | 'colors' | 'map' | 'materials'

const VIEW_NUMBER: Record<StageView, number> = { ids: 0, lit: 1, colors: 2, map: 3, materials: 4 }

/** A model on the graphics card: geometry once, and the small textures that change. */
export class ModelMesh {
  readonly mesh: Mesh<BufferGeometry, RawShaderMaterial>
  /** The picked faces once more, in front of everything. */
  readonly pickMesh: Mesh<BufferGeometry, RawShaderMaterial>
  readonly marks: FaceMarks
  private readonly faceColors: FaceColors

  constructor(
    readonly model: Model,
    groupColors: DataTexture
  ) {
    this.marks = new FaceMarks(model.facePiece)
    this.faceColors = new FaceColors(model.facePiece.length)
    const uniforms: Record<string, IUniform> = {
      uFaces: { value: this.marks.texture },
      uGroupColors: { value: groupColors },
      uView: { value: 0 },
      uHasNormals: { value: model.normals !== null },
      uMap: { value: new Texture() },
      uMapTile: { value: new Vector2() },
      uFaceColors: { value: this.faceColors.texture },
      uHasWire: { value: false },
      uHatchesAll: { value: false },
      uIsPickOnly: { value: false },
      uPixelRatio: { value: 1 },
      uIsStippled: { value: false }
    }
    this.mesh = new Mesh(cornerGeometry(model), surfaceMaterial(uniforms))
    // Everything but the one switch is shared with the mesh itself.
    this.pickMesh = new Mesh(
      this.mesh.geometry,
      surfaceMaterial({ ...uniforms, uIsPickOnly: { value: true } })
    )
    this.pickMesh.material.depthTest = false
    this.pickMesh.renderOrder = 1
    this.pickMesh.visible = false
    // The camera keeps it in view; to know where it ends costs a look at every corner.
    this.mesh.frustumCulled = this.pickMesh.frustumCulled = false
  }

  setView(view: StageView): void {
    this.mesh.material.uniforms.uView!.value = VIEW_NUMBER[view]
  }

  /** @param tile lower left corner of the map's place in UV space */
  setMap(map: Texture, tile: [number, number]): void {
    this.mesh.material.uniforms.uMap!.value = map
    ;(this.mesh.material.uniforms.uMapTile!.value as Vector2).set(...tile)
  }

  /** @param rgb three bytes a face, for the view `materials` */
  setFaceColors(rgb: Uint8Array): void {
    this.faceColors.set(rgb)
  }

  /** Draws the sides of the faces. */
  setWire(isOn: boolean): void {
    const { geometry, material } = this.mesh
    if (isOn && !geometry.hasAttribute('wire')) {
      geometry.setAttribute('wire', new BufferAttribute(wireDistances(this.model), 3, true))
    }
    material.uniforms.uHasWire!.value = isOn
  }

  /** Hatches unclaimed surface in every view, not only where it has no colour of its own. */
  setHatchesAll(isOn: boolean): void {
    this.mesh.material.uniforms.uHatchesAll!.value = isOn
  }

  /** Lets what lies behind show through. */
  setStippled(isOn: boolean): void {
    this.mesh.material.uniforms.uIsStippled!.value = isOn
  }

  setAlignment(alignment: Alignment): void {
    placeAligned(this.mesh, alignment)
  }

  setPixelRatio(ratio: number): void {
    this.mesh.material.uniforms.uPixelRatio!.value = ratio
  }

  dispose(): void {
    this.mesh.geometry.dispose()
    this.mesh.material.dispose()
    this.pickMesh.material.dispose()
    this.marks.dispose()
    this.faceColors.dispose()
  }
}

/**
 * Lets the graphics card translate the surface's program while a model is still on its way.
 *
 * @returns what keeps it until a model uses it
 */
export function prepareSurface(renderer: WebGLRenderer, camera: PerspectiveCamera): RawShaderMaterial {
  const material = surfaceMaterial({})
  renderer.compile(new Mesh(new BufferGeometry(), material), camera)
  return material
}

function surfaceMaterial(uniforms: Record<string, IUniform>): RawShaderMaterial {
  return new RawShaderMaterial({ glslVersion: GLSL3, vertexShader, fragmentShader, side: DoubleSide, uniforms })
}

/** Geometry without shared vertices, because face, UV and colour belong to corners. */
function cornerGeometry(model: Model): BufferGeometry {
  const corners = model.triangles.length
  const positions = new Float32Array(3 * corners)
  const faces = new Float32Array(corners)
  for (let c = 0; c < corners; c++) {
    const v = 3 * model.triangles[c]!
    positions[3 * c] = model.positions[v]!
    positions[3 * c + 1] = model.positions[v + 1]!
    positions[3 * c + 2] = model.positions[v + 2]!
    faces[c] = model.triangleFace[(c / 3) | 0]!
  }
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(positions, 3))
  geometry.setAttribute('face', new BufferAttribute(faces, 1))
  if (model.uvs) geometry.setAttribute('uv', new BufferAttribute(model.uvs, 2))
  if (model.colors) geometry.setAttribute('color', new BufferAttribute(rgbaBytes(model.colors), 4, true))
  if (model.normals) {
    const bytes = new Int8Array(model.normals.buffer, model.normals.byteOffset, 4 * corners)
    geometry.setAttribute('normal', new BufferAttribute(bytes, 4, true))
  }
  return geometry
}

function rgbaBytes(argb: Uint32Array): Uint8Array {
  const bytes = new Uint8Array(4 * argb.length)
  for (let i = 0; i < argb.length; i++) {
    const value = argb[i]!
    bytes[4 * i] = (value >> 16) & 255
    bytes[4 * i + 1] = (value >> 8) & 255
    bytes[4 * i + 2] = value & 255
    bytes[4 * i + 3] = 255
  }
  return bytes
}
