import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import AnswerBox from '@/views/review/answer-box.vue'
import ReviewRow from '@/views/review/review-row.vue'
import type { Group, ReviewItem } from '@/api/types'

const GROUPS = [
  { id: 11, number: 1, name: 'steel', color: '#FF0000' },
  { id: 12, number: 2, name: 'brass', color: '#00FF00' }
] as Group[]

function item(change: Partial<ReviewItem>): ReviewItem {
  return {
    id: 5,
    reason: 'new part',
    newPart: 'bell',
    oldPart: '',
    groupId: 0,
    faces: 10,
    area: 0.25,
    share: 0.02,
    kin: 0,
    isWaiting: true,
    answer: '',
    proposals: [],
    ...change
  }
}

function box(of: ReviewItem | null, alike = 1) {
  return mount(AnswerBox, { props: { item: of, groups: GROUPS, alike, isForAlike: false } })
}

describe('the answer to an item', () => {
  it('asks in words, with what resembles its name first', async () => {
    const wrapper = box(item({ proposals: [12] }))
    expect(wrapper.text()).toContain('bell is new and unclaimed.')
    const tags = wrapper.findAll('.there')
    expect(tags.map((t) => t.text())).toEqual(['2brass', '1steel', '0unclaimed'])
    expect(tags[0]!.classes()).toContain('near')
    await tags[1]!.trigger('click')
    expect(wrapper.emitted('there')).toEqual([[11]])
  })

  it('offers all that are like it, and no drawer for what is gone', async () => {
    const wrapper = box(item({ reason: 'lost part', newPart: '', oldPart: 'rung_08' }), 3)
    expect(wrapper.text()).toContain('rung_08 is gone.')
    expect(wrapper.text()).toContain('all 3 like this')
    expect(wrapper.findAll('.there')).toHaveLength(0)
    await wrapper.find('button').trigger('click')
    expect(wrapper.emitted('right')).toHaveLength(1)
    expect(box(null).text()).toBe('Everything was looked at.')
  })

  it('says where a renamed part is', () => {
    expect(box(item({ reason: 'renamed part', oldPart: 'cup', groupId: 12 })).text()).toContain(
      'bell was cup and is in 2 brass.'
    )
  })
})

describe('a row of the review', () => {
  it('takes Enter as right only where it is asked about', async () => {
    const current = mount(ReviewRow, { props: { item: item({}), isCurrent: true } })
    await current.find('button').trigger('keydown', { key: 'Enter', shiftKey: true })
    expect(current.emitted('right')).toEqual([[true]])
    const other = mount(ReviewRow, { props: { item: item({}), isCurrent: false } })
    await other.find('button').trigger('keydown', { key: 'Enter' })
    expect(other.emitted('right')).toBeUndefined()
  })

  it('tells shares of the surface, areas of what is gone, and answers', () => {
    expect(mount(ReviewRow, { props: { item: item({}), isCurrent: false } }).text()).toContain('2.0 %')
    const lost = item({ reason: 'lost part', newPart: '', oldPart: 'rung', isWaiting: false, answer: 'right' })
    const text = mount(ReviewRow, { props: { item: lost, isCurrent: false } }).text()
    expect(text).toContain('0.25 m²')
    expect(text).toContain('✓ right')
  })
})
