import { BufferAttribute, BufferGeometry } from 'three'
import { MeshBVH } from 'three-mesh-bvh'

/** Builds the hierarchy of a model that is too large to be built while a page is used. */
self.onmessage = ({ data }: MessageEvent<{ positions: Float32Array; triangles: Uint32Array }>) => {
  const geometry = new BufferGeometry()
  geometry.setAttribute('position', new BufferAttribute(data.positions, 3))
  geometry.setIndex(new BufferAttribute(data.triangles, 1))
  const bvh = new MeshBVH(geometry, { indirect: true })
  self.postMessage(MeshBVH.serialize(bvh, { cloneBuffers: false }))
}
