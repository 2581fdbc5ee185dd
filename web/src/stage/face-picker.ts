import { BufferAttribute, BufferGeometry, DoubleSide, Raycaster, Vector2 } from 'three'
import type { Camera } from 'three'
import { MeshBVH } from 'three-mesh-bvh'
import type { Model } from '@/model/model'

/** Finds the face under the pointer. The hierarchy is built at the first question. */
export class FacePicker {
  private readonly raycaster = new Raycaster()
  private geometry: BufferGeometry | null = null
  private bvh: MeshBVH | null = null

  constructor(private readonly model: Model) {}

  /** @param point −1 … 1 from left to right and from bottom to top */
  faceAt(point: Vector2, camera: Camera): number | null {
    this.raycaster.setFromCamera(point, camera)
    const hit = this.hierarchy().raycastFirst(this.raycaster.ray, DoubleSide)
    return hit?.faceIndex == null ? null : this.model.triangleFace[hit.faceIndex]!
  }

  private hierarchy(): MeshBVH {
    if (!this.bvh) {
      this.geometry = new BufferGeometry()
      this.geometry.setAttribute('position', new BufferAttribute(this.model.positions, 3))
      this.geometry.setIndex(new BufferAttribute(this.model.triangles, 1))
      this.bvh = new MeshBVH(this.geometry, { indirect: true })
    }
    return this.bvh
  }

  dispose(): void {
    this.geometry?.dispose()
  }
}
