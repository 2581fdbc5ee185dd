import { DoubleSide, Raycaster, Triangle, Vector2, Vector3 } from 'three'
import type { Camera } from 'three'
import type { Model } from '@/model/model'
import { hierarchyOf, prepareHierarchy, readyHierarchyOf } from '@/stage/hierarchies'

/** A place on the model: its triangle, and which of the triangle's corners is nearest. */
export interface Hit {
  face: number
  triangle: number
  corner: number
  /** On the sheet, v upwards; null where the model has no UVs. */
  uv: [number, number] | null
}

/** Finds what is under the pointer. */
export class FacePicker {
  private readonly raycaster = new Raycaster()
  private away: Uint8Array | null = null

  constructor(private readonly model: Model) {}

  /** Begins what large models need before the pointer can find anything on them. */
  prepare(): void {
    prepareHierarchy(this.model)
  }

  /** @param away 1 for faces that are out of sight and never found */
  setAway(away: Uint8Array | null): void {
    this.away = away
  }

  /**
   * @param point −1 … 1 from left to right and from bottom to top
   * @param isUrgent whether the hierarchy is waited for; otherwise there is nothing while it is built
   */
  hitAt(point: Vector2, camera: Camera, isUrgent: boolean): Hit | null {
    const hierarchy = isUrgent ? hierarchyOf(this.model) : readyHierarchyOf(this.model)
    if (!hierarchy) return null
    this.raycaster.setFromCamera(point, camera)
    const { ray } = this.raycaster
    const hit = this.away
      ? hierarchy
          .raycast(ray, DoubleSide)
          .filter((h) => !this.away![this.model.triangleFace[h.faceIndex!]!])
          .reduce<{ distance: number; point: Vector3; faceIndex?: number | null } | null>(
            (best, h) => (best && best.distance <= h.distance ? best : h),
            null
          )
      : hierarchy.raycastFirst(ray, DoubleSide)
    if (hit?.faceIndex == null) return null
    const triangle = hit.faceIndex
    return {
      face: this.model.triangleFace[triangle]!,
      triangle,
      corner: this.nearestCorner(triangle, hit.point),
      uv: this.uvAt(triangle, hit.point)
    }
  }

  private uvAt(triangle: number, point: Vector3): [number, number] | null {
    const { uvs, positions, triangles } = this.model
    if (!uvs) return null
    const [a, b, c] = [0, 1, 2].map((k) => new Vector3().fromArray(positions, 3 * triangles[3 * triangle + k]!))
    const weights = Triangle.getBarycoord(point, a!, b!, c!, new Vector3())
    if (!weights) return null
    const mix = (axis: number): number =>
      weights.toArray().reduce((sum, w, k) => sum + w * uvs[6 * triangle + 2 * k + axis]!, 0)
    return [mix(0), mix(1)]
  }

  private nearestCorner(triangle: number, point: Vector3): number {
    const corner = new Vector3()
    const distances = [0, 1, 2].map((k) =>
      corner.fromArray(this.model.positions, 3 * this.model.triangles[3 * triangle + k]!).distanceToSquared(point)
    )
    return distances.indexOf(Math.min(...distances))
  }
}
