import { describe, expect, it } from 'vitest'
import { chooseOrigin, originsOf } from '@/model/origins'

import type { Inspection, Revision } from '@/api/types'

const bare = { vertexColors: [], materials: [{}], parts: [{}], pieces: 1, hasUvs: true, textures: [] }

function revision(more: object, claimedShare = 0): Revision {
  return { claimedShare, inspection: { ...bare, ...more } as unknown as Inspection } as Revision
}

function withData(...revisions: Revision[]): string[] {
  return originsOf(revisions)
    .filter((o) => o.hasData)
    .map((o) => o.value)
}

describe('origins', () => {
  it('are six, of which a bare model has none', () => {
    expect(originsOf([revision({})])).toHaveLength(6)
    expect(withData(revision({}))).toEqual([])
  })
  it('have data where at least two values differ', () => {
    expect(withData(revision({ pieces: 3 }))).toEqual(['pieces'])
    expect(withData(revision({ vertexColors: [{ color: '#FF0000' }] }))).toEqual([])
    expect(withData(revision({ textures: ['sail.png'] }, 0.2))).toEqual(['claims', 'texture'])
  })
  it('count what several sources have together', () => {
    const red = revision({ vertexColors: [{ color: '#FF0000' }] })
    const blue = revision({ vertexColors: [{ color: '#0000FF' }] })
    expect(withData(red, red)).not.toContain('vertex-colors')
    expect(withData(red, blue)).toContain('vertex-colors')
  })
  it('are proposed: own claims first, then what sources bring', () => {
    const source = revision({ vertexColors: [{ color: '#FF0000' }, { color: '#0000FF' }] })
    expect(chooseOrigin(revision({}, 0.5), [source])).toEqual({ origin: 'claims', isFromSource: false })
    expect(chooseOrigin(revision({}), [source])).toEqual({ origin: 'vertex-colors', isFromSource: true })
    expect(chooseOrigin(revision({ pieces: 2 }), [])).toEqual({ origin: 'pieces', isFromSource: false })
  })
})
