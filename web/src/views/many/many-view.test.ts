import { flushPromises, mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import ManyView from '@/views/many/many-view.vue'
import type { ManyLine, Recipe } from '@/api/types'

function line(change: Partial<ManyLine>): ManyLine {
  return {
    id: 1,
    name: 'buoy',
    target: 'buoy.glb',
    sources: 1,
    isReading: false,
    claimedShare: 0.9999,
    findings: 0,
    recipe: { recipeId: 3, name: 'props', version: 2, newest: 2 },
    bake: 'done',
    bakeShare: 1,
    missed: 1234,
    conflicts: 0,
    sheets: 2,
    reused: 1,
    handoff: 'done',
    packageName: 'buoy-a.zip',
    kept: 'none',
    needs: ['texels missed or in conflict', 'surface without group'],
    ...change
  }
}

async function shown(lines: ManyLine[]) {
  vi.spyOn(api, 'many').mockResolvedValue({ lines, total: lines.length, page: 0, size: 100 })
  vi.spyOn(api, 'recipes').mockResolvedValue([{ id: 3, name: 'props', version: 2 } as Recipe])
  const wrapper = mount(ManyView, {
    global: {
      plugins: [createPinia()],
      stubs: { RouterLink: { props: ['to'], template: '<a :data-to="to.name"><slot /></a>' }, CatalogueLinks: true, QueueLine: true }
    }
  })
  await flushPromises()
  return wrapper
}

beforeEach(() => vi.useFakeTimers())
afterEach(() => {
  vi.useRealTimers()
  vi.restoreAllMocks()
})

function button(wrapper: Awaited<ReturnType<typeof shown>>, words: string) {
  return wrapper.findAll('button').find((b) => b.text() === words)!
}

describe('the table of all assets', () => {
  it('tells every asset in a line, and leads to where it is mended', async () => {
    const wrapper = await shown([line({}), line({ id: 2, name: 'bell', needs: [], handoff: 'old', bake: 'none' })])
    const row = wrapper.find('[data-testid=line-1]')
    expect(row.text()).toContain('buoy.glb + 1 source')
    expect(row.text()).toContain('99.99 %')
    expect(row.text()).toContain('2 sheets, 1 unchanged')
    expect(row.text()).toContain('1,234')
    expect(row.text()).toContain('props, 2')
    expect(row.text()).toContain('texels missed or in conflict + 1')
    expect(row.find('a').attributes('data-to')).toBe('bake')
    expect(wrapper.find('[data-testid=line-2] a').attributes('data-to')).toBe('hand-off')
    expect(wrapper.text()).toContain('2 assets, 1 needs a look')
  })

  it('does things to the chosen ones, to none when none is chosen, and says what was refused', async () => {
    const wrapper = await shown([line({}), line({ id: 2, name: 'bell' })])
    const bake = vi.spyOn(api, 'bakeMany').mockImplementation(async ([id]) => [
      id === 1
        ? { assetId: 1, name: 'buoy', problem: null, remarks: [] }
        : { assetId: 2, name: 'bell', problem: 'There is no target that was read.', remarks: [] }
    ])
    expect(button(wrapper, 'Bake the chosen').attributes('disabled')).toBeDefined()
    await button(wrapper, 'Bake the chosen').trigger('click')
    expect(bake).not.toHaveBeenCalled()
    await wrapper.find('[aria-label="All assets"]').setValue(true)
    await button(wrapper, 'Bake 2 assets').trigger('click')
    await flushPromises()
    expect(bake.mock.calls).toEqual([[[1]], [[2]]])
    expect(wrapper.text()).toContain('bell: There is no target that was read.')
    await wrapper.find('[data-testid=line-1] input').setValue(false)
    const apply = vi.spyOn(api, 'applyToMany').mockResolvedValue([])
    await button(wrapper, 'Apply to 1 asset').trigger('click')
    await flushPromises()
    expect(apply).toHaveBeenCalledWith([2], 3)
  })

  it('bakes once when it is pressed twice', async () => {
    const wrapper = await shown([line({})])
    await wrapper.find('[data-testid=line-1] input').setValue(true)
    let answer = (_: never[]): void => {}
    const bake = vi.spyOn(api, 'bakeMany').mockImplementation(() => new Promise((resolve) => (answer = resolve)))
    await button(wrapper, 'Bake 1 asset').trigger('click')
    await button(wrapper, 'Bake 1 asset').trigger('click')
    answer([])
    await flushPromises()
    expect(bake).toHaveBeenCalledTimes(1)
  })

  it('leaves the rest as it was when it is stopped', async () => {
    const wrapper = await shown([line({}), line({ id: 2, name: 'bell' }), line({ id: 3, name: 'float' })])
    await wrapper.find('[aria-label="All assets"]').setValue(true)
    let answer = (_: never[]): void => {}
    const bake = vi.spyOn(api, 'bakeMany').mockImplementation(() => new Promise((resolve) => (answer = resolve)))
    await button(wrapper, 'Bake 3 assets').trigger('click')
    expect(wrapper.text()).toContain('beginning the bake of 1 of 3')
    await button(wrapper, 'Stop').trigger('click')
    answer([{ assetId: 1, name: 'buoy', problem: null, remarks: [] }] as never[])
    await flushPromises()
    expect(bake).toHaveBeenCalledTimes(1)
    expect(wrapper.text()).toContain('Stopped: 2 assets were left as they are.')
  })

  it('asks again while something is under way, and only then', async () => {
    const wrapper = await shown([line({ bake: 'running', bakeShare: 0.456 })])
    expect(wrapper.text()).toContain('baking, 45 %')
    await vi.advanceTimersByTimeAsync(1600)
    expect(api.many).toHaveBeenCalledTimes(2)
    vi.spyOn(api, 'many').mockResolvedValue({ lines: [line({})], total: 1, page: 0, size: 100 })
    await vi.advanceTimersByTimeAsync(1600)
    const asked = vi.mocked(api.many).mock.calls.length
    await vi.advanceTimersByTimeAsync(5000)
    expect(vi.mocked(api.many).mock.calls.length).toBe(asked)
    wrapper.unmount()
  })
})
