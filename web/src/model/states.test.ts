import { describe, expect, it } from 'vitest'
import { bakeState } from '@/model/bake-state'
import { findingsOf, openFindingsOf } from '@/model/findings'
import { groupsOfBake } from '@/model/groups-of-bake'
import { chooseOrigin, originsOf } from '@/model/origins'
import type { Bake, Group, Inspection, JobState, Revision } from '@/api/types'

function bake(...sheets: [JobState, number, string][]): Bake {
  return {
    sheets: sheets.map(([state, share, doing], i) => ({ id: i, name: `100${i + 1}`, state, share, doing }))
  } as Bake
}

function revision(role: 'target' | 'source', claimedShare: number, data: Partial<Inspection>): Revision {
  return {
    role,
    claimedShare,
    inspection: { vertexColors: [], textures: [], materials: [], parts: [], findings: [], ...data }
  } as unknown as Revision
}

const two = (name: string): never[] => [{ name }, { name }] as never[]

describe('state of a bake', () => {
  it('runs as long as one sheet does, and says which', () => {
    expect(bakeState(bake(['done', 1, 'done'], ['running', 0.5, 'sampling']))).toEqual({
      state: 'running',
      share: 0.75,
      doing: '1002: sampling'
    })
  })

  it('has failed when one sheet has, once all have ended', () => {
    expect(bakeState(bake(['done', 1, ''], ['failed', 0, ''])).state).toBe('failed')
    expect(bakeState(bake(['failed', 0, ''], ['waiting', 0, ''])).state).toBe('waiting')
    expect(bakeState(bake(['done', 1, ''], ['done', 1, ''])).state).toBe('done')
  })
})

describe('groups of a bake', () => {
  const groups = [
    { id: 7, number: 2, name: 'oak' },
    { id: 8, number: 1, name: 'slate' },
    { id: 9, number: 3, name: 'later' }
  ] as Group[]

  it('keep the numbers that they had then', () => {
    const old = { groupNumbers: { 7: 1, 8: 2 } } as unknown as Bake
    expect(groupsOfBake(old, groups).map((g) => `${g.number} ${g.name}`)).toEqual(['1 oak', '2 slate'])
  })

  it('are the present ones where nobody kept them', () => {
    expect(groupsOfBake({ groupNumbers: null } as Bake, groups)).toBe(groups)
    expect(groupsOfBake(null, groups)).toBe(groups)
  })
})

describe('origin of a bake', () => {
  it('has data only with two different values', () => {
    const one = revision('target', 0, { materials: [{ name: 'a' }] as never[], parts: two('p') })
    expect(originsOf([one]).filter((o) => o.hasData).map((o) => o.value)).toEqual(['parts'])
  })

  it('counts what several sources have together', () => {
    const oak = revision('source', 0, { materials: [{ name: 'oak' }] as never[] })
    expect(originsOf([oak]).some((o) => o.hasData)).toBe(false)
    expect(originsOf([oak, oak]).filter((o) => o.hasData).map((o) => o.value)).toEqual(['materials'])
  })

  it('is own claims first, then what the source brings along', () => {
    const source = revision('source', 0, { vertexColors: [{ color: '#112233' }, { color: '#aabbcc' }] as never[] })
    expect(chooseOrigin(revision('target', 0.2, {}), [source])).toEqual({ origin: 'claims', isFromSource: false })
    expect(chooseOrigin(revision('target', 0, { parts: two('p') }), [source])).toEqual({
      origin: 'vertex-colors',
      isFromSource: true
    })
    expect(chooseOrigin(revision('target', 0, { parts: two('p') }), [])).toEqual({
      origin: 'parts',
      isFromSource: false
    })
  })
})

describe('findings', () => {
  const findings = [
    { kind: 'no-uvs', severity: 'warning' },
    { kind: 'missing-normals', severity: 'harmless' }
  ] as never[]

  it('of a source are not that it has no UVs', () => {
    expect(findingsOf(revision('source', 0, { findings })).map((f) => f.kind)).toEqual(['missing-normals'])
  })

  it('are open when a bake may come out wrong', () => {
    expect(openFindingsOf(revision('target', 0, { findings })).map((f) => f.kind)).toEqual(['no-uvs'])
    expect(openFindingsOf(revision('source', 0, { findings }))).toEqual([])
  })
})
