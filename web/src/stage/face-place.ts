import { Plane, Triangle, Vector3 } from 'three'
import type { Ray } from 'three'
import type { Model } from '@/model/model'

/** A place on the model: its triangle, and which of the triangle's corners is nearest. */
export interface Hit {
  face: number
  triangle: number
  corner: number
  /** On the sheet, v upwards; null where the model has no UVs. */
  uv: [number, number] | null
}

/**
 * Where a ray meets a face that it is known to meet. Beside its very rim, where pixels tell the face no finer, the
 * nearest place on it.
 */
export function placeOnFace(model: Model, face: number, ray: Ray): Hit {
  let best: { triangle: number; corners: Triangle; point: Vector3 } | null = null
  let bestMiss = Infinity
  let bestDepth = Infinity
  for (let t = model.firstTriangle[face]!; model.triangleFace[t] === face; t++) {
    const corners = triangleOf(model, t)
    const onPlane = ray.intersectPlane(corners.getPlane(new Plane()), new Vector3())
    const point = corners.closestPointToPoint(onPlane ?? corners.getMidpoint(new Vector3()), new Vector3())
    const miss = ray.distanceSqToPoint(point)
    const depth = point.distanceToSquared(ray.origin)
    // A face that is not flat can be met twice.
    if (miss < bestMiss - NEAR * depth || (miss <= bestMiss + NEAR * depth && depth < bestDepth)) {
      best = { triangle: t, corners, point }
      bestMiss = miss
      bestDepth = depth
    }
  }
  const { triangle, corners, point } = best!
  return { face, triangle, corner: nearestCorner(corners, point), uv: uvAt(model, triangle, corners, point) }
}

/** Squared distances from the ray are alike within this share of the squared distance from the viewer. */
const NEAR = 1e-12

function triangleOf({ positions, triangles }: Model, triangle: number): Triangle {
  const corner = (k: number): Vector3 => new Vector3().fromArray(positions, 3 * triangles[3 * triangle + k]!)
  return new Triangle(corner(0), corner(1), corner(2))
}

function uvAt({ uvs }: Model, triangle: number, corners: Triangle, point: Vector3): [number, number] | null {
  const weights = uvs && corners.getBarycoord(point, new Vector3())
  if (!weights) return null
  const mix = (axis: number): number => weights.toArray().reduce((sum, w, k) => sum + w * uvs[6 * triangle + 2 * k + axis]!, 0)
  return [mix(0), mix(1)]
}

function nearestCorner({ a, b, c }: Triangle, point: Vector3): number {
  const distances = [a, b, c].map((corner) => corner.distanceToSquared(point))
  return distances.indexOf(Math.min(...distances))
}
