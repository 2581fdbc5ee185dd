/** A closed outline on the screen in pixels: a box or what was drawn freely. */
export type Shape = { x: number; y: number }[]

export function boxShape(from: { x: number; y: number }, to: { x: number; y: number }): Shape {
  return [from, { x: to.x, y: from.y }, to, { x: from.x, y: to.y }]
}

export function shapeBounds(shape: Shape): { left: number; top: number; right: number; bottom: number } {
  const bounds = { left: Infinity, top: Infinity, right: -Infinity, bottom: -Infinity }
  for (const { x, y } of shape) {
    bounds.left = Math.min(bounds.left, x)
    bounds.top = Math.min(bounds.top, y)
    bounds.right = Math.max(bounds.right, x)
    bounds.bottom = Math.max(bounds.bottom, y)
  }
  return bounds
}

/**
 * The pixels whose middles lie inside, by the even-odd rule: row by row, so that the length of an outline counts once
 * a row and not once a pixel.
 *
 * @param take told of each stretch of a row: its row, its first pixel and one past its last
 */
export function eachRowInside(
  shape: Shape,
  width: number,
  height: number,
  take: (y: number, from: number, to: number) => void
): void {
  const { top, bottom } = shapeBounds(shape)
  const first = Math.max(0, Math.ceil(top - 0.5))
  const last = Math.min(height - 1, Math.floor(bottom - 0.5))
  const clamp = (x: number): number => Math.min(width, Math.max(0, x))
  for (let y = first; y <= last; y++) {
    const crossings = crossingsOf(shape, y + 0.5)
    for (let i = 0; i + 1 < crossings.length; i += 2) {
      // A middle lies inside from the first that is not left of the crossing to the last that is left of the next.
      const from = clamp(Math.ceil(crossings[i]! - 0.5))
      const to = clamp(Math.ceil(crossings[i + 1]! - 0.5))
      if (from < to) take(y, from, to)
    }
  }
}

/** Where an outline crosses a height, from left to right; an even number of times. */
function crossingsOf(shape: Shape, y: number): number[] {
  const found: number[] = []
  for (let i = 0, j = shape.length - 1; i < shape.length; j = i++) {
    const a = shape[i]!
    const b = shape[j]!
    if (a.y > y !== b.y > y) found.push(((b.x - a.x) * (y - a.y)) / (b.y - a.y) + a.x)
  }
  return found.sort((a, b) => a - b)
}

/** 1 for the pixels whose middles lie inside, row by row. */
export function maskOfShape(shape: Shape, width: number, height: number): Uint8Array {
  const mask = new Uint8Array(width * height)
  eachRowInside(shape, width, height, (y, from, to) => mask.fill(1, y * width + from, y * width + to))
  return mask
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
