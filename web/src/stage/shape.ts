/** A closed outline on the screen in pixels: a box or what was drawn freely. */
export type Shape = { x: number; y: number }[]

export function boxShape(from: { x: number; y: number }, to: { x: number; y: number }): Shape {
  return [from, { x: to.x, y: from.y }, to, { x: from.x, y: to.y }]
}

export function shapeBounds(shape: Shape): { left: number; top: number; right: number; bottom: number } {
  const xs = shape.map((p) => p.x)
  const ys = shape.map((p) => p.y)
  return { left: Math.min(...xs), top: Math.min(...ys), right: Math.max(...xs), bottom: Math.max(...ys) }
}

/** Whether a point lies inside, by the even-odd rule. */
export function isInside(shape: Shape, x: number, y: number): boolean {
  let isIn = false
  for (let i = 0, j = shape.length - 1; i < shape.length; j = i++) {
    const a = shape[i]!
    const b = shape[j]!
    if (a.y > y !== b.y > y && x < ((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x) isIn = !isIn
  }
  return isIn
}
