import type { Model } from '@/model/model'

/**
 * For the lines of the wire: per triangle corner three bytes, 255 where the corner does not lie on a
 * side. A side counts as far away everywhere when it only cuts a polygon into triangles.
 */
export function wireDistances(model: Model): Uint8Array {
  const out = new Uint8Array(3 * model.triangles.length)
  const triangles = model.triangleFace.length
  for (let t = 0; t < triangles; t++) {
    for (let opposite = 0; opposite < 3; opposite++) {
      const a = model.triangles[3 * t + ((opposite + 1) % 3)]!
      const b = model.triangles[3 * t + ((opposite + 2) % 3)]!
      const isCut = hasSide(model, t, a, b)
      for (let corner = 0; corner < 3; corner++) {
        out[9 * t + 3 * corner + opposite] = isCut || corner === opposite ? 255 : 0
      }
    }
  }
  return out
}

/** Whether another triangle of the same face has the side too. */
function hasSide(model: Model, triangle: number, a: number, b: number): boolean {
  const face = model.triangleFace[triangle]!
  for (let t = model.firstTriangle[face]!; model.triangleFace[t] === face; t++) {
    if (t !== triangle) {
      const corners = [model.triangles[3 * t]!, model.triangles[3 * t + 1]!, model.triangles[3 * t + 2]!]
      if (corners.includes(a) && corners.includes(b)) return true
    }
  }
  return false
}
