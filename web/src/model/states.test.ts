import { describe, expect, it } from 'vitest'
import { bakeState } from '@/model/bake-state'
import { groupsOfBake } from '@/model/groups-of-bake'
import type { Bake, Group, JobState } from '@/api/types'

function bake(...sheets: [JobState, number, string][]): Bake {
  return {
    sheets: sheets.map(([state, share, doing], i) => ({ id: i, name: `100${i + 1}`, state, share, doing }))
  } as Bake
}

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
