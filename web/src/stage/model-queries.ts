import { Raycaster, Vector2, Vector3 } from 'three'
import type { Camera } from 'three'
import { placeOnFace } from '@/stage/face-place'
import type { Hit } from '@/stage/face-place'
import type { ModelMesh } from '@/stage/model-mesh'
import { visibleRegions } from '@/stage/regions'
import type { Region } from '@/stage/regions'
import type { SeenFaces } from '@/stage/seen-faces'
import { isInside, shapeBounds } from '@/stage/shape'
import type { Shape } from '@/stage/shape'

/** Pixels of the small picture in which visible regions are told apart. */
const REGION_WIDTH = 192
const LEAST_REGION = 70

/** Answers what of a model is where on the stage, from the faces that are seen. */
export class ModelQueries {
  private readonly raycaster = new Raycaster()

  /** @param host the element that the view fills */
  constructor(
    private readonly shown: ModelMesh,
    private readonly camera: Camera,
    private readonly host: HTMLElement
  ) {}

  /** What is at a place in the window, or null. */
  hitAt(seen: SeenFaces, clientX: number, clientY: number): Hit | null {
    const box = this.host.getBoundingClientRect()
    const x = clientX - box.left
    const y = clientY - box.top
    const face = seen.faceAt(Math.floor(x), Math.floor(y))
    if (face < 0) return null
    this.raycaster.setFromCamera(new Vector2((2 * x) / box.width - 1, 1 - (2 * y) / box.height), this.camera)
    return placeOnFace(this.shown.model, face, this.raycaster.ray)
  }

  /**
   * Faces inside an outline on the stage.
   *
   * @param shape pixels from the stage's upper left corner
   * @param isThrough also what is behind others; a face is inside when the middle of one of its
   *     triangles is
   */
  facesInside(seen: SeenFaces, shape: Shape, isThrough: boolean): number[] {
    const faces = new Set<number>()
    if (isThrough) this.eachTriangleInside(shape, (face) => faces.add(face))
    else eachPixelInside(seen, shape, (face) => faces.add(face))
    return [...faces]
  }

  private eachTriangleInside(shape: Shape, take: (face: number) => void): void {
    const { model } = this.shown
    const { clientWidth: width, clientHeight: height } = this.host
    const middle = new Vector3()
    const corner = new Vector3()
    for (let t = 0; t < model.triangleFace.length; t++) {
      const face = model.triangleFace[t]!
      if (this.shown.marks.isAway(face)) continue
      middle.set(0, 0, 0)
      for (let k = 0; k < 3; k++) middle.add(corner.fromArray(model.positions, 3 * model.triangles[3 * t + k]!))
      middle.multiplyScalar(1 / 3).project(this.camera)
      const x = ((middle.x + 1) / 2) * width
      const y = ((1 - middle.y) / 2) * height
      if (middle.z < 1 && isInside(shape, x, y)) take(face)
    }
  }

  /**
   * Patches of the groups as they are seen now, the largest first; places in pixels of the stage.
   *
   * @param groups number of every face
   */
  regions(seen: SeenFaces, groups: Uint16Array): Region[] {
    const { width, height } = seen
    const rows = Math.max(1, Math.round((REGION_WIDTH * height) / width))
    const numbers = new Int32Array(REGION_WIDTH * rows)
    for (let i = 0; i < numbers.length; i++) {
      const x = Math.floor((((i % REGION_WIDTH) + 0.5) * width) / REGION_WIDTH)
      const y = Math.floor(((Math.floor(i / REGION_WIDTH) + 0.5) * height) / rows)
      const face = seen.faceAt(x, y)
      numbers[i] = face < 0 ? -1 : groups[face]!
    }
    return visibleRegions(numbers, REGION_WIDTH, LEAST_REGION).map((r) => ({
      ...r,
      x: ((r.x + 0.5) / REGION_WIDTH) * width,
      y: ((r.y + 0.5) / rows) * height
    }))
  }
}

function eachPixelInside(seen: SeenFaces, shape: Shape, take: (face: number) => void): void {
  const { left, top, right, bottom } = shapeBounds(shape)
  for (let y = Math.max(0, Math.floor(top)); y <= Math.min(seen.height - 1, bottom); y++) {
    for (let x = Math.max(0, Math.floor(left)); x <= Math.min(seen.width - 1, right); x++) {
      const face = seen.faceAt(x, y)
      if (face >= 0 && isInside(shape, x + 0.5, y + 0.5)) take(face)
    }
  }
}
