import { describe, expect, it } from 'vitest'
import { mergePalettes } from '@/model/palette-merge'
import type { WantedGroup } from '@/api/types'

const group = (id: number, number: number, name: string, more: Partial<WantedGroup> = {}): WantedGroup => ({
  id,
  number,
  name,
  color: '#112233',
  keywords: [],
  isColorLocked: false,
  ...more
})

const base = { name: 'House', groups: [group(1, 1, 'oak'), group(2, 2, 'rope'), group(3, 3, 'tar')] }
const withGroups = (...groups: WantedGroup[]) => ({ name: 'House', groups })
const [oak, rope, tar] = base.groups as [WantedGroup, WantedGroup, WantedGroup]

describe('two people at one palette', () => {
  it('keep what each of them changed', () => {
    const mine = withGroups({ ...oak, name: 'old oak' }, rope, tar)
    const theirs = withGroups({ ...oak, color: '#FFFFFF' }, rope, { ...tar, keywords: ['pitch'] })
    const merged = mergePalettes(base, mine, theirs)
    expect(merged.clashes).toEqual([])
    expect(merged.groups[0]).toMatchObject({ name: 'old oak', color: '#FFFFFF' })
    expect(merged.groups[2]!.keywords).toEqual(['pitch'])
  })

  it('are told of what both changed, and what was typed here stands', () => {
    const merged = mergePalettes(
      base,
      { name: 'Ours', groups: [{ ...oak, color: '#AA0000' }, rope, tar] },
      { name: 'Theirs', groups: [{ ...oak, color: '#00AA00' }, rope, tar] }
    )
    expect(merged.name).toBe('Ours')
    expect(merged.groups[0]!.color).toBe('#AA0000')
    expect(merged.clashes).toEqual(['oak: its colour is “#00AA00” elsewhere', 'the name is “Theirs” elsewhere'])
  })

  it('may have changed the same to the same', () => {
    const both = withGroups({ ...oak, color: '#aa0000' }, rope, tar)
    expect(mergePalettes(base, both, withGroups({ ...oak, color: '#AA0000' }, rope, tar)).clashes).toEqual([])
  })

  it('add groups, and no two have one number', () => {
    const merged = mergePalettes(base, withGroups(...base.groups, group(0, 4, 'sail')), withGroups(...base.groups, group(9, 4, 'iron')))
    expect(merged.groups.map((g) => [g.number, g.name])).toEqual([[1, 'oak'], [2, 'rope'], [3, 'tar'], [4, 'sail'], [5, 'iron']])
  })

  it('take groups out, unless the other one works on them', () => {
    expect(mergePalettes(base, withGroups(oak, rope), base).groups.map((g) => g.name)).toEqual(['oak', 'rope'])
    expect(mergePalettes(base, base, withGroups(oak, rope)).groups.map((g) => g.name)).toEqual(['oak', 'rope'])
    const changedThere = mergePalettes(base, withGroups(oak, rope), withGroups(oak, rope, { ...tar, name: 'pitch' }))
    expect(changedThere.groups[2]).toMatchObject({ id: 3, name: 'pitch' })
    expect(changedThere.clashes[0]).toContain('not taken out')
    const changedHere = mergePalettes(base, withGroups(oak, rope, { ...tar, name: 'pitch' }), withGroups(oak, rope))
    expect(changedHere.groups[2]).toMatchObject({ id: 0, name: 'pitch' })
    expect(changedHere.clashes[0]).toContain('taken out elsewhere')
  })

  it('who change nothing get what is there now', () => {
    const theirs = { name: 'New', groups: [group(1, 7, 'oak'), group(8, 8, 'felt')] }
    expect(mergePalettes(base, base, theirs)).toMatchObject({ name: 'New', groups: theirs.groups, clashes: [] })
  })
})
