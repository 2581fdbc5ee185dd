import { BufferAttribute, BufferGeometry, GLSL3, InstancedBufferGeometry, LineSegments, Points, RawShaderMaterial, Vector3 } from 'three'
import type { Object3D, Vector2 } from 'three'
import fragmentShader from '@/stage/cage.frag?raw'
import vertexShader from '@/stage/cage.vert?raw'
import type { Reach } from '@/api/types'
import type { Model } from '@/model/model'
import { SAMPLES_ACROSS } from '@/stage/seen-surface'

/** Where rays begin and end around a model, and places to be marked. Metres. */
export interface Cage {
  /** xyz per vertex. */
  outward: Float32Array
  inward: Float32Array
  /** Two vertices a line. */
  sides: Uint32Array
  /** xyz per place. */
  places: Float32Array
}

const DARK = new Vector3(0.09, 0.09, 0.09)
const LIGHT = new Vector3(0.93, 0.93, 0.93)
const PLACE_PX = 9

/** The sides of a model's faces, each once; lines between triangles of one face are none. */
export function faceSides(model: Model): Uint32Array {
  const faceOfSide = new Map<number, number>()
  const vertices = model.positions.length / 3
  for (let c = 0; c < model.triangles.length; c++) {
    const face = model.triangleFace[(c / 3) | 0]!
    const a = model.triangles[c]!
    const b = model.triangles[c % 3 === 2 ? c - 2 : c + 1]!
    const key = Math.min(a, b) * vertices + Math.max(a, b)
    if (faceOfSide.get(key) === face) faceOfSide.delete(key)
    else faceOfSide.set(key, face)
  }
  const sides = new Uint32Array(2 * faceOfSide.size)
  let at = 0
  for (const key of faceOfSide.keys()) {
    sides[at++] = Math.floor(key / vertices)
    sides[at++] = key % vertices
  }
  return sides
}

/** @param directions of the rays, three numbers a vertex */
export function cageOf(
  model: Model,
  directions: Float32Array,
  sides: Uint32Array,
  reachOf: (part: string) => Reach,
  out: { x: number; y: number; z: number }[]
): Cage {
  const reaches = model.partNames.map(reachOf)
  const outward = model.positions.slice()
  const inward = model.positions.slice()
  const isMoved = new Uint8Array(model.positions.length / 3)
  for (let c = 0; c < model.triangles.length; c++) {
    const v = model.triangles[c]!
    if (isMoved[v]) continue
    isMoved[v] = 1
    const reach = reaches[model.facePart[model.triangleFace[(c / 3) | 0]!]!]!
    for (let i = 3 * v; i < 3 * v + 3; i++) {
      outward[i]! += reach.outward * directions[i]!
      inward[i]! -= reach.inward * directions[i]!
    }
  }
  return { outward, inward, sides, places: new Float32Array(out.flatMap(({ x, y, z }) => [x, y, z])) }
}

/** Things for a scene; whoever makes them disposes of them. */
export class CageMarks {
  readonly objects: (LineSegments<BufferGeometry, RawShaderMaterial> | Points<BufferGeometry, RawShaderMaterial>)[]

  /** @param samples of the whole view */
  constructor(cage: Cage, samples: Vector2, pixelRatio: number) {
    const lines = (positions: Float32Array, color: Vector3): LineSegments<BufferGeometry, RawShaderMaterial> => {
      const geometry = new InstancedBufferGeometry()
      geometry.instanceCount = SAMPLES_ACROSS ** 2
      geometry.setAttribute('position', new BufferAttribute(positions, 3))
      geometry.setIndex(new BufferAttribute(cage.sides, 1))
      return new LineSegments(geometry, material(color, 1, samples))
    }
    const places = new BufferGeometry()
    places.setAttribute('position', new BufferAttribute(cage.places, 3))
    const points = new Points(places, material(DARK, PLACE_PX * pixelRatio * SAMPLES_ACROSS, samples))
    // Places lie on the source, which is inside of nothing that is drawn: they show through.
    points.material.depthTest = false
    points.renderOrder = 2
    this.objects = [lines(cage.outward, DARK), lines(cage.inward, LIGHT), points]
  }

  addTo(scene: Object3D): void {
    scene.add(...this.objects)
  }

  dispose(): void {
    for (const object of this.objects) {
      object.removeFromParent()
      object.geometry.dispose()
      object.material.dispose()
    }
  }
}

function material(color: Vector3, size: number, samples: Vector2): RawShaderMaterial {
  return new RawShaderMaterial({
    glslVersion: GLSL3,
    vertexShader,
    fragmentShader,
    uniforms: { uColor: { value: color }, uSize: { value: size }, uSamples: { value: samples } }
  })
}
