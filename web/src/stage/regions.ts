/** A patch of one group as it is seen: its number, its size in pixels and a pixel in its middle. */
export interface Region {
  number: number
  pixels: number
  x: number
  y: number
}

/**
 * Visible patches of the groups, the largest first: pixels of one group that hang together.
 *
 * @param numbers group of each pixel, −1 where there is no model; row by row
 * @param least smallest patch that counts, pixels
 */
export function visibleRegions(numbers: Int32Array, width: number, least: number): Region[] {
  const isSeen = new Uint8Array(numbers.length)
  const regions: Region[] = []
  for (let start = 0; start < numbers.length; start++) {
    if (isSeen[start] || numbers[start]! < 0) continue
    const pixels = flood(numbers, width, start, isSeen)
    if (pixels.length >= least) regions.push(region(numbers[start]!, pixels, width))
  }
  return regions.sort((a, b) => b.pixels - a.pixels)
}

function flood(numbers: Int32Array, width: number, start: number, isSeen: Uint8Array): number[] {
  const pixels = [start]
  isSeen[start] = 1
  for (let i = 0; i < pixels.length; i++) {
    const p = pixels[i]!
    const x = p % width
    for (const q of [x > 0 ? p - 1 : -1, x < width - 1 ? p + 1 : -1, p - width, p + width]) {
      if (q >= 0 && q < numbers.length && !isSeen[q] && numbers[q] === numbers[start]) {
        isSeen[q] = 1
        pixels.push(q)
      }
    }
  }
  return pixels
}

/** The pixel of the patch that is nearest to its centre of mass, so that it lies on it. */
function region(number: number, pixels: number[], width: number): Region {
  const meanX = pixels.reduce((sum, p) => sum + (p % width), 0) / pixels.length
  const meanY = pixels.reduce((sum, p) => sum + Math.floor(p / width), 0) / pixels.length
  let best = pixels[0]!
  let bestDistance = Infinity
  for (const p of pixels) {
    const distance = ((p % width) - meanX) ** 2 + (Math.floor(p / width) - meanY) ** 2
    if (distance < bestDistance) [best, bestDistance] = [p, distance]
  }
  return { number, pixels: pixels.length, x: best % width, y: Math.floor(best / width) }
}
