import { MeshBVH } from 'three-mesh-bvh'
import { pickGeometry } from '@/stage/pick-geometry'

/** Builds the hierarchy of a model that is too large to be built while a page is used. */
self.onmessage = ({ data }: MessageEvent<{ positions: Float32Array; triangles: Uint32Array }>) => {
  const bvh = new MeshBVH(pickGeometry(data), { indirect: true })
  self.postMessage(MeshBVH.serialize(bvh, { cloneBuffers: false }))
}
