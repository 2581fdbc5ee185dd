import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import PreflightList from '@/views/bake/preflight-list.vue'
import ProblemList from '@/views/bake/problem-list.vue'
import ReachRow from '@/views/bake/reach-row.vue'

import type { PartDistances, ProblemKind, ProblemRegion } from '@/api/types'

describe('the preflight', () => {
  const cure = { words: 'Read parts instead', action: 'origin' as const, value: 'parts' }
  const finding = {
    kind: 'one-colour',
    severity: 'refused' as const,
    text: 'The map would come out in one colour.',
    place: '',
    cure: cure.words,
    cures: [cure],
    count: 1,
    faces: []
  }

  it('says that nothing stands in the way', () => {
    const list = mount(PreflightList, { props: { findings: [], isAsking: false, problem: null } })
    expect(list.text()).toContain('nothing stands in the way')
  })
  it('offers the cure of a finding', async () => {
    const list = mount(PreflightList, { props: { findings: [finding], isAsking: false, problem: null } })
    expect(list.text()).toContain('one colour')
    await list.find('button').trigger('click')
    expect(list.emitted('take')).toEqual([[cure]])
  })
})

describe('the reach of a part', () => {
  const distances: PartDistances = {
    part: 'hull',
    points: 100,
    unmatched: 0,
    proposed: { outward: 0.0105, inward: 0.002 },
    from: -0.002,
    to: 0.01,
    counts: [10, 30, 40, 20]
  }
  function row(reach: { outward: number; inward: number }, own = reach as typeof reach | null): ReturnType<typeof mount> {
    return mount(ReachRow, { props: { title: 'hull', distances, reach, own, backWords: 'As the whole' } })
  }

  it('tells how much lies outside of it', () => {
    expect(row({ outward: 0.02, inward: 0.01 }).text()).not.toContain('outside')
    // Beyond 7 mm lies the last class.
    expect(row({ outward: 0.007, inward: 0.01 }).text()).toContain('20.0 % of the measured points lie outside')
  })
  it('is taken from the measurement or given back', async () => {
    const own = row({ outward: 0.007, inward: 0.01 })
    for (const button of own.findAll('button.small-button')) await button.trigger('click')
    expect(own.emitted('set')).toEqual([[distances.proposed], [null]])
    expect(row({ outward: 0.007, inward: 0.01 }, null).findAll('button.small-button')).toHaveLength(1)
  })
  it('says that there is no source', () => {
    const alone = mount(ReachRow, {
      props: {
        title: 'hull',
        distances: { ...distances, points: 0, counts: [0, 0, 0, 0] },
        reach: distances.proposed,
        own: null,
        backWords: ''
      }
    })
    expect(alone.text()).toContain('No source near this part')
  })
})

describe('the problem regions', () => {
  const region = (kind: ProblemKind, texels: number): ProblemRegion =>
    ({ kind, part: 'hull', texels, middleX: 3, middleY: 4 }) as ProblemRegion

  it('put what is wrong before what is right mostly', async () => {
    const problems = [region('MISSED', 9), region('FALLBACK', 80), region('CONFLICT', 1)]
    const list = mount(ProblemList, { props: { problems, shown: null } })
    expect(list.findAll('ul').map((ul) => ul.findAll('li').length)).toEqual([2, 1])
    expect(list.find('details').element.open).toBe(false)
    expect(list.findAll('li')[1]!.text()).toContain('1 texel at 3, 4')
    await list.findAll('button')[1]!.trigger('click')
    expect(list.emitted('show')).toEqual([[problems[2]]])
  })
  it('are not shown where there are none', () => {
    expect(mount(ProblemList, { props: { problems: [], shown: null } }).find('section').exists()).toBe(false)
  })
})
