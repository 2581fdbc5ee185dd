import { beforeEach, describe, expect, it } from 'vitest'
import { runsOfFaces } from '@/model/runs'
import { FaceMarks } from '@/stage/face-marks'

const ROW = 1024
const FACES = 100 * ROW

describe('marks of faces', () => {
  let marks: FaceMarks

  beforeEach(() => {
    marks = new FaceMarks(new Uint32Array(FACES))
    sent()
  })

  /** What the graphics card has taken of it: rows, or all of it. */
  function sent(): number[] | 'all' {
    const { updateRanges } = marks.texture
    const rows = updateRanges.map((r) => r.start / (4 * ROW)).sort((a, b) => a - b)
    const isAll = updateRanges.length === 0
    marks.texture.clearUpdateRanges()
    ;(marks.texture.onUpdate as () => void)()
    return isAll ? 'all' : rows
  }

  const bytes = (face: number): number[] => [...(marks.texture.image.data as Uint8Array).slice(4 * face, 4 * face + 3)]

  it('send the rows of what came to a pick and what went from it', () => {
    marks.setPicked(runsOfFaces([3, 5 * ROW]))
    expect(sent()).toEqual([0, 5])
    expect(bytes(5 * ROW)).toEqual([0, 0, 1])
    marks.setPicked(runsOfFaces([3, 4, 9 * ROW + 1]))
    expect(sent()).toEqual([0, 5, 9])
    expect(bytes(5 * ROW)).toEqual([0, 0, 0])
    expect(bytes(3)).toEqual([0, 0, 1])
    const { version } = marks.texture
    marks.setPicked(runsOfFaces([4, 3, 9 * ROW + 1]))
    expect(marks.texture.version).toBe(version)
  })

  it('send the rows of faces that change groups', () => {
    const groups = new Uint16Array(FACES)
    groups[2 * ROW] = 300
    marks.setGroups(groups)
    expect(sent()).toEqual([2])
    expect(bytes(2 * ROW)).toEqual([44, 1, 0])
    marks.setGroups(groups.fill(1))
    expect(sent()).toBe('all')
  })

  it('keep what else is marked', () => {
    marks.setPicked(runsOfFaces([7]))
    marks.setHovered([], [7, 8])
    marks.setAway(new Uint8Array(FACES).fill(1, 7, 8))
    expect(bytes(7)).toEqual([0, 0, 7])
    expect(marks.isAway(7)).toBe(true)
    marks.setHovered([7, 8], [])
    marks.setAway(null)
    expect(bytes(7)).toEqual([0, 0, 1])
    expect(bytes(8)).toEqual([0, 0, 0])
  })

  it('send everything before single rows, and again to a card that was lost', () => {
    const fresh = new FaceMarks(new Uint32Array(FACES))
    fresh.setPicked(runsOfFaces([1]))
    expect(fresh.texture.updateRanges).toEqual([])
    marks.setPicked(runsOfFaces([1]))
    marks.sendAll()
    expect(sent()).toBe('all')
    marks.setPicked(runsOfFaces([ROW]))
    expect(sent()).toEqual([0, 1])
  })
})
