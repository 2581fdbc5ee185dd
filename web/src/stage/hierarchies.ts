import { MeshBVH } from 'three-mesh-bvh'
import type { SerializedBVH } from 'three-mesh-bvh'
import { pickGeometry } from '@/stage/pick-geometry'
import type { Model } from '@/model/model'

/** Triangles from which building takes longer than a frame or two may. */
const LARGE = 60_000

const built = new WeakMap<Model, MeshBVH>()
const underWay = new WeakSet<Model>()

/** The hierarchy of a model, built at once if it must be; one for all stations. */
export function hierarchyOf(model: Model): MeshBVH {
  let found = built.get(model)
  if (!found) built.set(model, (found = new MeshBVH(pickGeometry(model), { indirect: true })))
  return found
}

/** The hierarchy if it is there already. That of a large model is built beside the page meanwhile. */
export function readyHierarchyOf(model: Model): MeshBVH | null {
  const found = built.get(model)
  if (found) return found
  if (model.triangleFace.length < LARGE) return hierarchyOf(model)
  prepareHierarchy(model)
  return null
}

/** Begins to build what will be asked for. */
export function prepareHierarchy(model: Model): void {
  if (built.has(model) || underWay.has(model) || model.triangleFace.length < LARGE) return
  underWay.add(model)
  const worker = new Worker(new URL('./hierarchy.worker.ts', import.meta.url), { type: 'module' })
  worker.onmessage = ({ data }: MessageEvent<SerializedBVH>) => {
    if (!built.has(model)) built.set(model, MeshBVH.deserialize(data, pickGeometry(model), { setIndex: false }))
    worker.terminate()
  }
  // Without it the first click builds it.
  worker.onerror = () => worker.terminate()
  // Copies of these two alone: with a view the whole geometry would go.
  const positions = model.positions.slice()
  const triangles = model.triangles.slice()
  worker.postMessage({ positions, triangles }, [positions.buffer, triangles.buffer])
}
