import { enableAutoUnmount, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { useMasksStore } from '@/stores/masks'
import PacksPanel from '@/views/masks/packs-panel.vue'
import PartTag from '@/views/masks/part-tag.vue'
import PickPanel from '@/views/masks/pick-panel.vue'
import RepairsPanel from '@/views/masks/repairs-panel.vue'
import type { Group, MaskPlan, PickResult, Speck } from '@/api/types'

const groups = [
  { id: 31, number: 1, name: 'steel', color: '#808080', isLocked: false, keywords: [], safeTolerance: 9 },
  { id: 32, number: 2, name: 'brass', color: '#E0C020', isLocked: false, keywords: [], safeTolerance: 9 }
] as unknown as Group[]

const empty: MaskPlan = { borders: [], touchUps: [], masks: [], packs: [] }

const speck: Speck = {
  sheet: '1001',
  group: 32,
  proposed: 31,
  texels: 3,
  squareMillimetres: 1.234,
  u: 0.25,
  v: 0.75,
  x: 1,
  y: 2,
  width: 2,
  height: 2,
  position: [],
  normal: []
}

async function open(plan: MaskPlan): Promise<void> {
  vi.spyOn(api, 'masks').mockResolvedValue({
    state: 1,
    position: 1,
    length: 1,
    words: '',
    nextWords: '',
    plan,
    images: [
      { id: 1, name: 'a_occlusion.png', width: 4, height: 4 },
      { id: 2, name: 'a_rough.png', width: 4, height: 4 }
    ]
  })
  await useMasksStore().open(3)
}

enableAutoUnmount(afterEach)

beforeEach(() => {
  vi.restoreAllMocks()
  setActivePinia(createPinia())
})

describe('a part of a mask', () => {
  it('goes from added to taken away to intersected, and says so', async () => {
    const tag = mount(PartTag, { props: { part: { group: 32 }, groups } })
    expect(tag.text()).toContain('brass')
    await tag.get('.how').trigger('click')
    await tag.setProps({ part: { group: 32, how: 'intersect' } })
    expect(tag.get('.how').attributes('aria-label')).toContain('only what both have')
    await tag.get('.how').trigger('click')
    expect(tag.emitted('how')).toEqual([['subtract'], ['add']])
  })

  it('names a mask, a picture and what is gone', () => {
    expect(mount(PartTag, { props: { part: { mask: 'rust' }, groups } }).text()).toContain('mask rust')
    expect(mount(PartTag, { props: { part: { image: 'soot.png' }, groups } }).text()).toContain('picture soot.png')
    expect(mount(PartTag, { props: { part: { group: 99 }, groups } }).text()).toContain('that is gone')
  })
})

describe('packs', () => {
  it('offers the pack that glTF asks for, and shows what empty wells stand for', async () => {
    await open({ ...empty, packs: [{ name: 'tint', r: { group: 31 }, g: { mask: 'm' }, b: null, a: null }] })
    const keep = vi.spyOn(useMasksStore(), 'keep').mockResolvedValue(true)
    const panel = mount(PacksPanel, { props: { groups, assetId: 3, shown: 'tint', channel: 'rgb' } })
    expect(panel.text()).toContain('steel')
    expect(panel.text()).toContain('empty, 255')
    await panel.findAll('button').find((b) => b.text().includes('glTF'))!.trigger('click')
    const [words, change] = keep.mock.calls[0]!
    expect(words).toContain('occlusion')
    expect(change(useMasksStore().plan).packs[1]).toMatchObject({ r: { image: 'a_occlusion.png' }, g: { image: 'a_rough.png' }, b: null })
  })

  it('looks at a channel in grey, and together again', async () => {
    await open({ ...empty, packs: [{ name: 'tint', r: { group: 31 }, g: null, b: null, a: null }] })
    const panel = mount(PacksPanel, { props: { groups, assetId: 3, shown: 'tint', channel: 'rgb' } })
    await panel.get('.channel').trigger('click')
    expect(panel.emitted('update:channel')).toEqual([['r']])
    await panel.setProps({ channel: 'r' })
    await panel.get('.channel').trigger('click')
    expect(panel.emitted('update:channel')!.at(-1)).toEqual(['rgb'])
  })
})

describe('the map itself', () => {
  const props = { bakeId: 2, groups, lost: [0], looked: null, tool: '' as const, strokePx: 6, receiver: 31 }

  beforeEach(() => {
    vi.spyOn(api, 'borders').mockResolvedValue([{ one: 31, other: 32, px: 1234.4 }])
    vi.spyOn(api, 'specks').mockResolvedValue({ count: 1, list: [speck] })
  })

  it('shows what a border rule would do while the pointer is over its pair', async () => {
    await open(empty)
    const masks = useMasksStore()
    const panel = mount(RepairsPanel, { props })
    await vi.waitFor(() => expect(panel.text()).toContain('1,234 px'))
    await panel.get('.pair').trigger('pointerenter')
    expect(masks.plan.borders).toEqual([{ from: 31, into: 32, px: 1 }])
    await panel.get('.pair').trigger('pointerleave')
    expect(masks.plan.borders).toEqual([])
  })

  it('lists specks with their size and flies to them', async () => {
    await open(empty)
    const panel = mount(RepairsPanel, { props })
    await vi.waitFor(() => expect(panel.text()).toContain('3 texels, 1.2 mm²'))
    await panel.get('.go').trigger('click')
    expect(panel.emitted('look')).toEqual([[speck]])
  })

  it('gives a speck to its neighbour as a touch-up', async () => {
    await open(empty)
    const touchUp = vi
      .spyOn(api, 'touchUp')
      .mockResolvedValue({ sheet: '1001', layout: 'k', do: 'region', group: 31, path: [0.25, 0.75] })
    const keep = vi.spyOn(useMasksStore(), 'keep').mockResolvedValue(true)
    const panel = mount(RepairsPanel, { props })
    await vi.waitFor(() => expect(panel.find('.speck').exists()).toBe(true))
    await panel.get('[aria-label="Give this speck to steel"]').trigger('click')
    await vi.waitFor(() => expect(keep).toHaveBeenCalled())
    expect(touchUp).toHaveBeenCalledWith(2, '1001', 'region', [0.25, 0.75], 1, 31)
    expect(keep.mock.calls[0]![1](empty).touchUps).toHaveLength(1)
  })

  it('says which touch-ups lost their layout', async () => {
    await open({ ...empty, touchUps: [{ sheet: '1001', layout: 'k', do: 'island', group: 32, path: [0, 0] }] })
    const panel = mount(RepairsPanel, { props })
    expect(panel.text()).toContain('island → brass')
    expect(panel.text()).toContain('lost: its UVs were laid out anew')
  })
})

describe('the pick test', () => {
  const result = (group: number, to: number, limitedBy: number | null): PickResult => ({
    group,
    texels: 10,
    from: 0,
    to,
    best: to / 2,
    isExact: true,
    wronglyTaken: 0,
    wronglyLeft: 0,
    limitedBy
  })

  it('names what limits a group, the narrowest first', async () => {
    await open(empty)
    vi.spyOn(api, 'pickTest').mockResolvedValue([result(31, 128, null), result(32, 40, 31)])
    const panel = mount(PickPanel, { props: { bakeId: 2, sheet: '1001', groups } })
    await vi.waitFor(() => expect(panel.findAll('.pick')).toHaveLength(2))
    const [first, second] = panel.findAll('.pick')
    expect(first!.text()).toContain('brass')
    expect(first!.text()).toContain('then steel')
    expect(second!.text()).toContain('nothing in the way up to 128')
  })

  it('tries another colour without changing anything, beside the range of now', async () => {
    await open(empty)
    const asked = vi
      .spyOn(api, 'pickTest')
      .mockImplementation(async (_bake, _sheet, _variant, colors) => [result(31, colors[31] ? 20 : 60, null)])
    const panel = mount(PickPanel, { props: { bakeId: 2, sheet: '1001', groups } })
    await vi.waitFor(() => expect(panel.text()).toContain('0 … 60'))
    await panel.get('input[type=color]').setValue('#102030')
    await vi.waitFor(() => expect(panel.text()).toContain('0 … 20'))
    expect(panel.find('.before').exists()).toBe(true)
    expect(asked).toHaveBeenLastCalledWith(2, '1001', 'crisp', { 31: '#102030' })
  })
})
