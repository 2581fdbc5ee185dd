/**
 * A set of face numbers as runs: pairs of first and one past the last, ascending, apart from each other. Parts
 * of a model lie together in its file, so a million faces are a few runs.
 */
export type Runs = Uint32Array

export const NO_RUNS: Runs = new Uint32Array()

/** @param faces in any order, any of them more than once */
export function runsOfFaces(faces: ArrayLike<number>): Runs {
  let isAscending = true
  for (let i = 1; i < faces.length && isAscending; i++) isAscending = faces[i]! > faces[i - 1]!
  const sorted = isAscending ? faces : Uint32Array.from(faces).sort()
  const runs: number[] = []
  for (let i = 0; i < sorted.length; i++) {
    const face = sorted[i]!
    if (runs.length > 0 && face <= runs[runs.length - 1]!) runs[runs.length - 1] = Math.max(runs[runs.length - 1]!, face + 1)
    else runs.push(face, face + 1)
  }
  return Uint32Array.from(runs)
}

/** @param mask not 0 for what is in */
export function runsOfMask(mask: ArrayLike<number>): Runs {
  const runs: number[] = []
  for (let f = 0; f < mask.length; f++) {
    if (mask[f] && !mask[f - 1]) runs.push(f)
    if (mask[f] && !mask[f + 1]) runs.push(f + 1)
  }
  return Uint32Array.from(runs)
}

/** Numbers of the faces that are in, ascending. */
export function facesOfMask(mask: Uint8Array): Uint32Array {
  let count = 0
  for (let f = 0; f < mask.length; f++) count += mask[f]!
  const faces = new Uint32Array(count)
  for (let f = 0, at = 0; f < mask.length; f++) if (mask[f]) faces[at++] = f
  return faces
}

/** Faces whose values differ in two arrays of one length. */
export function changedFaces(before: Uint16Array, after: Uint16Array): Runs {
  const runs: number[] = []
  let isOpen = false
  for (let block = 0; block < after.length; block += BLOCK) {
    const end = Math.min(after.length, block + BLOCK)
    if (!isOpen && areSame(before, after, block, end)) continue
    for (let f = block; f < end; f++) {
      if ((before[f] !== after[f]) === isOpen) continue
      runs.push(f)
      isOpen = !isOpen
    }
  }
  if (isOpen) runs.push(after.length)
  return Uint32Array.from(runs)
}

/** Values that are looked at together: a claim leaves most of a large model as it is. */
const BLOCK = 4096

function areSame(a: Uint16Array, b: Uint16Array, from: number, to: number): boolean {
  let difference = 0
  for (let f = from; f < to; f++) difference |= a[f]! ^ b[f]!
  return difference === 0
}

/** @param size number of faces there are */
export function maskOfRuns(runs: ArrayLike<number>, size: number): Uint8Array {
  const mask = new Uint8Array(size)
  for (let i = 0; i < runs.length; i += 2) mask.fill(1, runs[i], runs[i + 1])
  return mask
}

export function isInRuns(runs: Runs, face: number): boolean {
  let low = 0
  let high = runs.length
  while (low < high) {
    const middle = (low + high) >> 1
    if (runs[middle]! <= face) low = middle + 1
    else high = middle
  }
  // An odd number of bounds lies before what is inside a run.
  return (low & 1) === 1
}

export function sizeOfRuns(runs: Runs): number {
  let size = 0
  for (let i = 0; i < runs.length; i += 2) size += runs[i + 1]! - runs[i]!
  return size
}

export function eachInRuns(runs: Runs, take: (face: number) => void): void {
  for (let i = 0; i < runs.length; i += 2) for (let f = runs[i]!; f < runs[i + 1]!; f++) take(f)
}

export function areSameRuns(a: Runs, b: Runs): boolean {
  return a.length === b.length && a.every((bound, i) => bound === b[i])
}

/** What is in either. */
export function joinRuns(a: Runs, b: Runs): Runs {
  return combine(a, b, (inA, inB) => inA || inB)
}

/** What is in the first and not in the second. */
export function withoutRuns(a: Runs, b: Runs): Runs {
  return combine(a, b, (inA, inB) => inA && !inB)
}

/** What is in one of them only. */
export function differingRuns(a: Runs, b: Runs): Runs {
  return combine(a, b, (inA, inB) => inA !== inB)
}

/** @param size number of faces there are */
export function otherRuns(runs: Runs, size: number): Runs {
  return withoutRuns(size > 0 ? Uint32Array.of(0, size) : NO_RUNS, runs)
}

/** Walks over the bounds of both at once. */
function combine(a: Runs, b: Runs, isIn: (inA: boolean, inB: boolean) => boolean): Runs {
  const bounds: number[] = []
  let isOpen = false
  let i = 0
  let j = 0
  while (i < a.length || j < b.length) {
    const at = Math.min(i < a.length ? a[i]! : Infinity, j < b.length ? b[j]! : Infinity)
    if (a[i] === at) i++
    if (b[j] === at) j++
    if (isIn((i & 1) === 1, (j & 1) === 1) !== isOpen) {
      bounds.push(at)
      isOpen = !isOpen
    }
  }
  return Uint32Array.from(bounds)
}
