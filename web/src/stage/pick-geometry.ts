import { BufferAttribute, BufferGeometry } from 'three'
import type { Model } from '@/model/model'

/** What a hierarchy is built over; it shares the arrays with the model. */
export function pickGeometry(model: Pick<Model, 'positions' | 'triangles'>): BufferGeometry {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(model.positions, 3))
  geometry.setIndex(new BufferAttribute(model.triangles, 1))
  return geometry
}
