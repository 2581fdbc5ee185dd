import { Matrix4, Raycaster, Vector2 } from 'three'
import type { Camera } from 'three'
import { placeOnFace } from '@/stage/face-place'
import type { Hit } from '@/stage/face-place'
import type { ModelMesh } from '@/stage/model-mesh'
import { visibleRegions } from '@/stage/regions'
import type { Region } from '@/stage/regions'
import type { SeenFaces } from '@/stage/seen-faces'
import { eachRowInside, maskOfShape } from '@/stage/shape'
import { facesOfMask } from '@/model/runs'
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
   *     triangles is, to the pixel
   * @returns ascending
   */
  facesInside(seen: SeenFaces, shape: Shape, isThrough: boolean): Uint32Array {
    const mask = new Uint8Array(this.shown.model.facePart.length)
    if (isThrough) this.markTrianglesInside(shape, mask)
    else {
      eachRowInside(shape, seen.width, seen.height, (y, from, to) => {
        for (let x = from; x < to; x++) {
          const face = seen.faceAt(x, y)
          if (face >= 0) mask[face] = 1
        }
      })
    }
    return facesOfMask(mask)
  }

  /** Each triangle costs a look into a picture of the outline, however many corners that has. */
  private markTrianglesInside(shape: Shape, mask: Uint8Array): void {
    const { triangleFace, triangles, positions } = this.shown.model
    const { clientWidth: width, clientHeight: height } = this.host
    const inside = maskOfShape(shape, width, height)
    const m = new Matrix4().multiplyMatrices(this.camera.projectionMatrix, this.camera.matrixWorldInverse).elements
    for (let t = 0; t < triangleFace.length; t++) {
      const a = 3 * triangles[3 * t]!
      const b = 3 * triangles[3 * t + 1]!
      const c = 3 * triangles[3 * t + 2]!
      const x = (positions[a]! + positions[b]! + positions[c]!) / 3
      const y = (positions[a + 1]! + positions[b + 1]! + positions[c + 1]!) / 3
      const z = (positions[a + 2]! + positions[b + 2]! + positions[c + 2]!) / 3
      const w = m[3]! * x + m[7]! * y + m[11]! * z + m[15]!
      // Not behind the camera, nor beyond what it sees.
      if (w <= 0 || m[2]! * x + m[6]! * y + m[10]! * z + m[14]! >= w) continue
      const px = Math.floor(((((m[0]! * x + m[4]! * y + m[8]! * z + m[12]!) / w) + 1) / 2) * width)
      const py = Math.floor(((1 - (m[1]! * x + m[5]! * y + m[9]! * z + m[13]!) / w) / 2) * height)
      if (px < 0 || py < 0 || px >= width || py >= height || !inside[py * width + px]) continue
      const face = triangleFace[t]!
      if (!this.shown.marks.isAway(face)) mask[face] = 1
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
