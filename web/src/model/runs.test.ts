import { describe, expect, it } from 'vitest'
import {
  areSameRuns,
  changedFaces,
  differingRuns,
  eachInRuns,
  isInRuns,
  joinRuns,
  maskOfRuns,
  NO_RUNS,
  otherRuns,
  runsOfFaces,
  runsOfMask,
  sizeOfRuns,
  withoutRuns
} from '@/model/runs'

const SIZE = 40

/** Bits that are the same at every run of the tests. */
function* masks(count: number): Generator<Uint8Array> {
  let state = 12345
  for (let i = 0; i < count; i++) {
    const mask = new Uint8Array(SIZE)
    for (let f = 0; f < SIZE; f++) {
      state = (Math.imul(state, 1103515245) + 12345) >>> 0
      // Runs of all lengths: the next face is mostly like the one before.
      mask[f] = (state >>> 16) % 4 === 0 ? 1 - (mask[f - 1] ?? 0) : (mask[f - 1] ?? 0)
    }
    yield mask
  }
}

describe('runs of faces', () => {
  it('hold single faces, neighbours and nothing', () => {
    expect([...runsOfFaces([5])]).toEqual([5, 6])
    expect([...runsOfFaces([1, 2, 3, 7])]).toEqual([1, 4, 7, 8])
    expect([...runsOfFaces([7, 2, 2, 3, 1, 7])]).toEqual([1, 4, 7, 8])
    expect([...runsOfFaces([])]).toEqual([])
    expect([...runsOfMask(Uint8Array.of(1, 1, 0, 1, 0, 1))]).toEqual([0, 2, 3, 4, 5, 6])
  })

  it('tell what differs between two arrays', () => {
    const changed = (before: number[], after: number[]): number[] => [...changedFaces(Uint16Array.from(before), Uint16Array.from(after))]
    expect(changed([1, 2, 3, 4, 5], [9, 2, 8, 7, 5])).toEqual([0, 1, 2, 4])
    expect(changed([1, 2, 3], [1, 2, 9])).toEqual([2, 3])
    expect(changed([1, 2], [1, 2])).toEqual([])
    expect(changed([], [])).toEqual([])
  })

  it('say the same as masks', () => {
    for (const mask of masks(200)) {
      const runs = runsOfMask(mask)
      expect(maskOfRuns(runs, SIZE)).toEqual(mask)
      const faces = [...mask.keys()].filter((f) => mask[f])
      expect(runsOfFaces(faces)).toEqual(runs)
      expect(runsOfFaces([...faces].reverse())).toEqual(runs)
      expect(sizeOfRuns(runs)).toBe(faces.length)
      for (let f = 0; f < SIZE; f++) expect(isInRuns(runs, f)).toBe(mask[f] === 1)
      const seen: number[] = []
      eachInRuns(runs, (f) => seen.push(f))
      expect(seen).toEqual(faces)
      expect(maskOfRuns(otherRuns(runs, SIZE), SIZE)).toEqual(mask.map((v) => 1 - v))
    }
  })

  it('go together as masks do', () => {
    const all = [...masks(60)]
    for (const a of all) {
      for (const b of all) {
        const [ra, rb] = [runsOfMask(a), runsOfMask(b)]
        expect(joinRuns(ra, rb)).toEqual(runsOfMask(a.map((v, f) => v | b[f]!)))
        expect(withoutRuns(ra, rb)).toEqual(runsOfMask(a.map((v, f) => v & (1 - b[f]!))))
        expect(differingRuns(ra, rb)).toEqual(runsOfMask(a.map((v, f) => v ^ b[f]!)))
        expect(areSameRuns(ra, rb)).toBe(a.every((v, f) => v === b[f]))
      }
    }
  })

  it('of nothing are nothing', () => {
    expect([...joinRuns(NO_RUNS, NO_RUNS)]).toEqual([])
    expect([...otherRuns(NO_RUNS, 0)]).toEqual([])
    expect([...otherRuns(NO_RUNS, 3)]).toEqual([0, 3])
  })
})
