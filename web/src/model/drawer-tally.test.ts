import { describe, expect, it } from 'vitest'
import { DrawerTally } from '@/model/drawer-tally'
import { indexFaces } from '@/model/model'
import type { Drawer } from '@/model/drawer-tally'
import type { Model } from '@/model/model'

function modelOf(pieces: number[], areas: number[]): Model {
  const facePiece = Uint32Array.from(pieces)
  return { facePiece, facesOfPiece: indexFaces(facePiece), faceArea: Float32Array.from(areas) } as unknown as Model
}

/** Pieces 0 (0), 1 (1), 2 (2, 3). */
const FOUR = modelOf([0, 1, 2, 2], [1, 2, 3, 4])

describe('the tally of drawers', () => {
  it('measures their share of what is seen', () => {
    const drawers = new DrawerTally(FOUR, Uint16Array.of(5, 5, 5, 0), null).drawers()
    expect(drawers.get(5)).toMatchObject({ faces: 3, pieces: 3, share: 0.6 })
    expect(drawers.get(0)!.share).toBe(0.4)
    const seen = new DrawerTally(FOUR, Uint16Array.of(5, 5, 5, 0), [0, 0, 0, 1]).drawers()
    expect(seen.get(5)!.share).toBe(1)
    expect(seen.get(0)).toMatchObject({ share: 0, hiddenFaces: 1 })
  })

  it('takes faces that lie in turn in one and another', () => {
    const drawers = new DrawerTally(FOUR, Uint16Array.of(5, 0, 5, 0), null).drawers()
    expect(drawers.size).toBe(2)
    expect(drawers.get(5)).toMatchObject({ faces: 2, pieces: 2, share: 0.4 })
    expect(drawers.get(0)).toMatchObject({ faces: 2, pieces: 2, share: 0.6 })
  })

  it('has no drawer that nothing lies in any more', () => {
    const tally = new DrawerTally(FOUR, Uint16Array.of(5, 0, 0, 0), null)
    tally.follow(Uint16Array.of(0, 0, 0, 0))
    expect([...tally.drawers().keys()]).toEqual([0])
    expect(tally.drawers().get(0)!.share).toBe(1)
  })

  it('follows claims to what counting all of them anew finds', () => {
    let seed = 7
    const random = (below: number): number => (seed = (Math.imul(seed, 48271) >>> 0) % 0x7fffffff) % below
    const size = 60
    const model = modelOf(
      Array.from({ length: size }, () => random(9)),
      Array.from({ length: size }, () => random(50) / 8)
    )
    const hidden = Array.from({ length: size }, () => (random(4) === 0 ? 1 : 0))
    let groups = new Uint16Array(size)
    const tally = new DrawerTally(model, groups, hidden)
    for (let step = 0; step < 200; step++) {
      groups = groups.slice()
      const from = random(size)
      groups.fill(random(3) * 300, from, from + random(size - from + 1))
      tally.follow(groups)
      expect(rows(tally.drawers())).toEqual(rows(new DrawerTally(model, groups, hidden).drawers()))
    }
  })

  /** Areas in eighths are summed exactly. */
  function rows(drawers: Map<number, Drawer>): Drawer[] {
    return [...drawers.values()].sort((a, b) => a.number - b.number)
  }
})
