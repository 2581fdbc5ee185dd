import { describe, expect, it } from 'vitest'
import { byGroup, open, pieces } from '@/model/known'

import type { KnownOption, KnownRow } from '@/api/types'

const buoy = { assetId: 1, revisionId: 2, name: 'buoy' }
const lamp = { assetId: 3, revisionId: 4, name: 'lamp' }

function option(key: string, ...places: KnownOption['places']): KnownOption {
  return { key, groupId: null, number: 1, name: key, color: '#FF0000', pieces: 3, places }
}

function row(face: number, count: number, ...options: KnownOption[]): KnownRow {
  return { face, pieces: count, faceRanges: [face, face + 1], unclaimed: 1, isSure: true, isInAnotherSize: false, options }
}

describe('known pieces', () => {
  it('stand together by the group that they go to, with each asset once', () => {
    const rows = [row(0, 2, option('brass', buoy)), row(5, 4, option('rope', lamp)), row(9, 7, option('brass', buoy, lamp))]
    const groups = byGroup(rows)
    expect(groups.map((g) => [g.option.key, g.pieces, g.places.length])).toEqual([
      ['brass', 9, 2],
      ['rope', 4, 1]
    ])
    expect(pieces(rows)).toBe(13)
  })

  it('are left out where everything has a group already', () => {
    expect(open([{ ...row(0, 2, option('brass', buoy)), unclaimed: 0 }, row(5, 4, option('rope', lamp))])).toHaveLength(1)
  })
})
