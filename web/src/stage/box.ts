import { Box3, Vector3 } from 'three'
import type { PerspectiveCamera } from 'three'
import type { Model } from '@/model/model'

/** Smallest part of a model's diagonal that is worth looking at. */
const LEAST_VIEW = 0.15

/** The box around a whole model, in metres. */
export function modelBox(model: Model): Box3 {
  return new Box3().setFromArray(model.positions)
}

/** The box around the faces that `isIn` takes, in metres; the model's own when it takes none. */
export function facesBox(model: Model, isIn: (face: number) => boolean): Box3 {
  const box = new Box3()
  const point = new Vector3()
  for (let c = 0; c < model.triangles.length; c++) {
    if (isIn(model.triangleFace[(c / 3) | 0]!)) {
      box.expandByPoint(point.fromArray(model.positions, 3 * model.triangles[c]!))
    }
  }
  if (box.isEmpty()) return modelBox(model)
  // A single small face is shown with what is around it, or nobody would know where it is.
  const least = LEAST_VIEW * modelBox(model).getSize(point).length()
  return box.expandByScalar(Math.max(0, least - box.getSize(point).length()) / 2)
}

const ROOM = 1.03

/** How far from a box's centre a camera must stand, looking along −direction with y up, to see it all. */
export function distanceToFit(box: Box3, direction: Vector3, camera: PerspectiveCamera): number {
  const back = direction.clone().normalize()
  const right = new Vector3().crossVectors(camera.up, back).normalize()
  const up = new Vector3().crossVectors(back, right)
  const tanY = Math.tan((camera.fov * Math.PI) / 360) / ROOM
  const tanX = tanY * camera.aspect
  const half = box.getSize(new Vector3()).multiplyScalar(0.5)
  let distance = 1e-4
  for (let corner = 0; corner < 8; corner++) {
    const at = new Vector3(corner & 1 ? half.x : -half.x, corner & 2 ? half.y : -half.y, corner & 4 ? half.z : -half.z)
    const depth = at.dot(back)
    distance = Math.max(distance, depth + Math.abs(at.dot(right)) / tanX, depth + Math.abs(at.dot(up)) / tanY)
  }
  return distance
}
