import { Vector2, Vector3 } from 'three'
import type { Camera } from 'three'
import { FacePicker } from '@/stage/face-picker'
import type { Hit } from '@/stage/face-picker'
import type { ModelMesh } from '@/stage/model-mesh'
import { visibleRegions } from '@/stage/regions'
import type { Region } from '@/stage/regions'
import { isInside, shapeBounds } from '@/stage/shape'
import type { Shape } from '@/stage/shape'

/** Pixels of the small picture in which visible regions are told apart. */
const REGION_WIDTH = 192
const LEAST_REGION = 70

/** Answers what of a model is where on the stage. */
export class ModelQueries {
  private readonly picker: FacePicker

  /**
   * @param host the element that the view fills
   * @param readSeen one more than the face that is seen in the middle of each pixel of a picture of the view, so
   *     wide and so high; rows from bottom to top
   */
  constructor(
    private readonly shown: ModelMesh,
    private readonly camera: Camera,
    private readonly host: HTMLElement,
    private readonly readSeen: (width: number, height: number) => Uint32Array
  ) {
    this.picker = new FacePicker(shown.model)
  }

  /** Begins what questions about a large model need; it takes a processor for a while. */
  prepare(): void {
    this.picker.prepare()
  }

  /** @param away 1 for faces that are out of sight and never found */
  setAway(away: Uint8Array | null): void {
    this.picker.setAway(away)
  }

  /** What is at a place in the window, or null. */
  hitAt(clientX: number, clientY: number, isUrgent: boolean): Hit | null {
    const box = this.host.getBoundingClientRect()
    const point = new Vector2(
      (2 * (clientX - box.left)) / box.width - 1,
      1 - (2 * (clientY - box.top)) / box.height
    )
    return this.picker.hitAt(point, this.camera, isUrgent)
  }

  /**
   * Faces inside an outline on the stage.
   *
   * @param shape pixels from the stage's upper left corner
   * @param isThrough also what is behind others; a face is inside when the middle of one of its
   *     triangles is
   */
  facesInside(shape: Shape, isThrough: boolean): number[] {
    const faces = new Set<number>()
    if (isThrough) this.eachTriangleInside(shape, (face) => faces.add(face))
    else this.eachPixelInside(shape, (face) => faces.add(face))
    return [...faces]
  }

  private eachPixelInside(shape: Shape, take: (face: number) => void): void {
    const { clientWidth: width, clientHeight: height } = this.host
    const ids = this.readSeen(width, height)
    const { left, top, right, bottom } = shapeBounds(shape)
    for (let y = Math.max(0, Math.floor(top)); y <= Math.min(height - 1, bottom); y++) {
      for (let x = Math.max(0, Math.floor(left)); x <= Math.min(width - 1, right); x++) {
        const id = ids[(height - 1 - y) * width + x]!
        if (id > 0 && isInside(shape, x + 0.5, y + 0.5)) take(id - 1)
      }
    }
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
  regions(groups: Uint16Array): Region[] {
    const { clientWidth: width, clientHeight: height } = this.host
    const rows = Math.max(1, Math.round((REGION_WIDTH * height) / width))
    const ids = this.readSeen(REGION_WIDTH, rows)
    const numbers = Int32Array.from(ids, (id) => (id > 0 ? groups[id - 1]! : -1))
    return visibleRegions(numbers, REGION_WIDTH, LEAST_REGION).map((r) => ({
      ...r,
      x: ((r.x + 0.5) / REGION_WIDTH) * width,
      y: (1 - (r.y + 0.5) / rows) * height
    }))
  }
}
