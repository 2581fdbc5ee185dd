import type { Object3D } from 'three'
import type { Alignment } from '@/api/types'

/** Moves an object as a source is moved onto its target. */
export function placeAligned(object: Object3D, { rotation: r, scale: s, offset: o }: Alignment): void {
  object.matrixAutoUpdate = false
  object.matrix.set(
    s * r[0]!, s * r[1]!, s * r[2]!, o[0]!,
    s * r[3]!, s * r[4]!, s * r[5]!, o[1]!,
    s * r[6]!, s * r[7]!, s * r[8]!, o[2]!,
    0, 0, 0, 1
  )
  object.matrixWorldNeedsUpdate = true
}
