import { BufferGeometry, DoubleSide, GLSL3, Mesh, RawShaderMaterial, Texture, Vector2 } from 'three'
import type { IUniform, PerspectiveCamera, WebGLRenderer } from 'three'
import { placeAligned } from '@/stage/alignment'
import type { Alignment } from '@/api/types'
import type { Model } from '@/model/model'
import { addWire, cornerGeometry, layAgain } from '@/stage/corner-geometry'
import { FaceColors } from '@/stage/face-colors'
import { AWAY, FaceMarks, PICKED } from '@/stage/face-marks'
import { SAMPLES_ACROSS } from '@/stage/seen-surface'
import surfaceShading from '@/stage/unclaimed.glsl?raw'
import fragmentShader from '@/stage/surface.frag?raw'
import vertexShader from '@/stage/surface.vert?raw'

/** A variant of the surface's program: what is not asked for is not computed at each corner. */
type Variant = 'HAS_COLORS' | 'LEAVES_OUT' | 'IS_LAID_OVER' | 'HAS_OWN_COLORS'

/** A model on the graphics card: geometry once, and the small textures that change. */
export class ModelMesh {
  readonly mesh: Mesh<BufferGeometry, RawShaderMaterial>
  /** The picked faces once more, in front of everything. */
  readonly pickMesh: Mesh<BufferGeometry, RawShaderMaterial>
  readonly marks: FaceMarks
  readonly faceColors: FaceColors

  /** @param pixelRatio pixels of the drawing buffer for one of the page */
  constructor(
    readonly model: Model,
    pixelRatio: number
  ) {
    this.marks = new FaceMarks(model.facePiece)
    this.faceColors = new FaceColors(model.facePiece.length)
    const uniforms: Record<string, IUniform> = {
      uFaces: { value: this.marks.texture },
      uHasNormals: { value: model.normals !== null },
      uIsMapped: { value: false },
      uMap: { value: new Texture() },
      uMapTile: { value: new Vector2() },
      uSampleRatio: { value: SAMPLES_ACROSS * pixelRatio },
      uLeftOut: { value: AWAY },
      uOnly: { value: 0 }
    }
    this.mesh = new Mesh(cornerGeometry(model), surfaceMaterial(uniforms))
    // Everything but the one switch is shared with the mesh itself.
    this.pickMesh = new Mesh(this.mesh.geometry, surfaceMaterial({ ...uniforms, uOnly: { value: PICKED } }))
    this.pickMesh.material.depthTest = false
    this.pickMesh.renderOrder = 1
    this.pickMesh.visible = false
    // The camera keeps it in view; to know where it ends costs a look at every corner.
    this.mesh.frustumCulled = this.pickMesh.frustumCulled = false
    setVariant(this.pickMesh.material, 'LEAVES_OUT', true)
  }

  /** Whether colours of corners, of a map and of lines are drawn beside the faces. */
  setHasColors(isOn: boolean): void {
    this.setVariant('HAS_COLORS', isOn)
  }

  /** Whether the map is drawn in place of the corners' colours. */
  setIsMapped(isOn: boolean): void {
    this.mesh.material.uniforms.uIsMapped!.value = isOn
  }

  /** @param tile lower left corner of the map's place in UV space */
  setMap(map: Texture, tile: [number, number]): void {
    this.mesh.material.uniforms.uMap!.value = map
    ;(this.mesh.material.uniforms.uMapTile!.value as Vector2).set(...tile)
  }

  /** Makes the sides of the faces ready to be drawn. */
  layWire(): void {
    const { geometry } = this.mesh
    if (!geometry.hasAttribute('wire')) addWire(geometry, this.model)
  }

  /** @param away 1 for faces that are out of sight; null for none */
  setAway(away: Uint8Array | null): void {
    this.marks.setAway(away)
    setVariant(this.mesh.material, 'LEAVES_OUT', away !== null)
  }

  /** Lets what lies behind show through, and takes no part in what is picked and claimed. */
  layOver(): void {
    this.setVariant('IS_LAID_OVER', true)
    this.setVariant('HAS_OWN_COLORS', this.model.colors !== null)
  }

  setAlignment(alignment: Alignment): void {
    placeAligned(this.mesh, alignment)
  }

  /** Hands everything over again to a graphics card that has forgotten it. */
  sendAgain(): void {
    layAgain(this.mesh.geometry, this.model)
    this.marks.sendAll()
  }

  private setVariant(variant: Variant, isOn: boolean): void {
    for (const { material } of [this.mesh, this.pickMesh]) setVariant(material, variant, isOn)
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

function setVariant(material: RawShaderMaterial, variant: Variant, isOn: boolean): void {
  if (isOn === variant in material.defines) return
  if (isOn) material.defines[variant] = ''
  else delete material.defines[variant]
  material.needsUpdate = true
}

function surfaceMaterial(uniforms: Record<string, IUniform>): RawShaderMaterial {
  return new RawShaderMaterial({
    glslVersion: GLSL3,
    vertexShader,
    fragmentShader: surfaceShading + fragmentShader,
    side: DoubleSide,
    uniforms,
    defines: {}
  })
}
