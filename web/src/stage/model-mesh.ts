import { BufferGeometry, DoubleSide, GLSL3, Mesh, RawShaderMaterial, Texture, Vector2 } from 'three'
import type { DataTexture, IUniform, PerspectiveCamera, WebGLRenderer } from 'three'
import { placeAligned } from '@/stage/alignment'
import type { Alignment } from '@/api/types'
import type { Model } from '@/model/model'
import { addWire, cornerGeometry, layAgain } from '@/stage/corner-geometry'
import { FaceColors } from '@/stage/face-colors'
import { FaceMarks } from '@/stage/face-marks'
import fragmentShader from '@/stage/model.frag?raw'
import vertexShader from '@/stage/model.vert?raw'

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
      uHasFaceColors: { value: false },
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
    for (const { material } of [this.mesh, this.pickMesh]) material.uniforms.uHasFaceColors!.value = true
  }

  /** Draws the sides of the faces. */
  setWire(isOn: boolean): void {
    const { geometry, material } = this.mesh
    if (isOn && !geometry.hasAttribute('wire')) addWire(geometry, this.model)
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

  /** Hands everything over again to a graphics card that has forgotten it. */
  sendAgain(): void {
    layAgain(this.mesh.geometry, this.model)
    this.marks.sendAll()
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
