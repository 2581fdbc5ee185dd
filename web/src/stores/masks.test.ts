import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { ApiProblem } from '@/api/http'
import { useMasksStore } from '@/stores/masks'
import type { MaskPlan, MaskState } from '@/api/types'

const empty: MaskPlan = { borders: [], touchUps: [], masks: [], packs: [] }
const grown: MaskPlan = { ...empty, borders: [{ from: 1, into: 2, px: 3 }] }

function state(number: number, plan: MaskPlan): MaskState {
  return { state: number, position: number, length: number, words: 'w', nextWords: '', plan, images: [] }
}

vi.mock('@/stores/say', () => ({
  orSay: async (action: () => Promise<unknown>) => {
    try {
      await action()
      return true
    } catch {
      return false
    }
  }
}))

describe('masks of an asset', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    vi.restoreAllMocks()
    vi.spyOn(api, 'masks').mockResolvedValue(state(0, empty))
  })

  it('shows what is tried before it is kept, and what is kept when it is let go', async () => {
    const masks = useMasksStore()
    await masks.open(5)
    masks.look(() => grown)
    expect(masks.plan).toEqual(grown)
    masks.look(null)
    expect(masks.plan).toEqual(empty)
  })

  it('bases each change on what the one before it left', async () => {
    const keep = vi.spyOn(api, 'keepMasks').mockImplementation(async (_id, based, _words, plan) => state(based + 1, plan))
    const masks = useMasksStore()
    await masks.open(5)
    await Promise.all([masks.keep('one', () => grown), masks.keep('two', () => empty)])
    expect(keep.mock.calls.map((c) => [c[1], c[2]])).toEqual([
      [0, 'one'],
      [1, 'two']
    ])
    expect(masks.kept?.state).toBe(2)
  })

  it('takes what is there when somebody else was first', async () => {
    vi.spyOn(api, 'keepMasks').mockRejectedValue(new ApiProblem(409, 'changed by somebody else'))
    const masks = useMasksStore()
    await masks.open(5)
    vi.spyOn(api, 'masks').mockResolvedValue(state(7, grown))
    expect(await masks.keep('late', () => empty)).toBe(false)
    expect(masks.kept?.state).toBe(7)
    expect(masks.plan).toEqual(grown)
  })

  it('shows a change once although a reading came by while it was on its way', async () => {
    let answer: () => void = () => {}
    vi.spyOn(api, 'keepMasks').mockImplementation(async (_id, based, _words, plan) => {
      await new Promise<void>((resolve) => (answer = resolve))
      return state(based + 1, plan)
    })
    const masks = useMasksStore()
    await masks.open(5)
    const one = { name: 'one', of: [], steps: [], bits: 8 as const }
    const names = (): string[] => masks.plan.masks.map((m) => m.name)
    const kept = masks.keep('one', (p) => ({ ...p, masks: [...p.masks, one] }))
    await vi.waitFor(() => expect(api.keepMasks).toHaveBeenCalledTimes(1))
    // The server has kept it already; only its answer has not come.
    vi.spyOn(api, 'masks').mockResolvedValue(state(1, { ...empty, masks: [one] }))
    await masks.open(5)
    expect(names()).toEqual(['one'])
    answer()
    await kept
    expect(names()).toEqual(['one'])
    expect(masks.kept?.state).toBe(1)
  })

  it('reads another asset although a change of the one before is answered meanwhile', async () => {
    let answer: () => void = () => {}
    vi.spyOn(api, 'keepMasks').mockImplementation(async (_id, based, _words, plan) => state(based + 1, plan))
    const masks = useMasksStore()
    await masks.open(5)
    vi.spyOn(api, 'masks').mockImplementation(async () => {
      await new Promise<void>((resolve) => (answer = resolve))
      return state(3, grown)
    })
    const kept = masks.keep('one', () => empty)
    const opened = masks.open(6)
    await kept
    answer()
    await opened
    expect(masks.kept?.state).toBe(3)
  })

  it('keeps every one of quick changes, each on top of what the one before it left', async () => {
    let answer: () => void = () => {}
    const keep = vi.spyOn(api, 'keepMasks').mockImplementation(async (_id, based, _words, plan) => {
      await new Promise<void>((resolve) => (answer = resolve))
      return state(based + 1, plan)
    })
    const masks = useMasksStore()
    await masks.open(5)
    const add = (name: string): Promise<boolean> =>
      masks.keep(name, (p) => ({ ...p, masks: [...p.masks, { name, of: [], steps: [], bits: 8 }] }))
    const names = (): string[] => masks.plan.masks.map((m) => m.name)
    const first = add('one')
    const second = add('two')
    await vi.waitFor(() => expect(keep).toHaveBeenCalledTimes(1))
    expect(names()).toEqual(['one', 'two'])
    answer()
    await first
    // The save in between puts nothing back.
    const third = add('three')
    expect(names()).toEqual(['one', 'two', 'three'])
    await vi.waitFor(() => expect(keep).toHaveBeenCalledTimes(2))
    answer()
    await second
    await vi.waitFor(() => expect(keep).toHaveBeenCalledTimes(3))
    answer()
    await third
    expect(names()).toEqual(['one', 'two', 'three'])
    expect(keep.mock.lastCall![3].masks.map((m) => m.name)).toEqual(['one', 'two', 'three'])
    expect(masks.kept?.state).toBe(3)
  })

  it('sends nothing over what somebody else did first', async () => {
    const keep = vi.spyOn(api, 'keepMasks').mockRejectedValueOnce(new ApiProblem(409, 'changed by somebody else'))
    const masks = useMasksStore()
    await masks.open(5)
    vi.spyOn(api, 'masks').mockResolvedValue(state(7, grown))
    expect(await Promise.all([masks.keep('late', () => empty), masks.keep('on top of it', () => empty)])).toEqual([false, false])
    expect(keep).toHaveBeenCalledTimes(1)
    expect(masks.plan).toEqual(grown)
  })

  it('keeps a change of the asset that it was made of, though another one is open by then', async () => {
    const keep = vi.spyOn(api, 'keepMasks').mockImplementation(async (_id, based, _words, plan) => state(based + 1, plan))
    const masks = useMasksStore()
    await masks.open(5)
    const changed = masks.keep('grown', () => grown)
    await masks.open(6)
    expect(await changed).toBe(true)
    expect(keep.mock.calls.map((c) => c[0])).toEqual([5])
    expect(masks.plan).toEqual(empty)
  })

  it('goes on with a number that is dragged while something is saved', async () => {
    vi.spyOn(api, 'keepMasks').mockImplementation(async (_id, based, _words, plan) => state(based + 1, plan))
    const masks = useMasksStore()
    await masks.open(5)
    const saved = masks.keep('named', (p) => p)
    masks.look(() => grown)
    await saved
    expect(masks.plan).toEqual(grown)
  })

  it('asks again only when the server names another state', async () => {
    const masks = useMasksStore()
    await masks.open(5)
    await masks.follow(5, 0)
    expect(api.masks).toHaveBeenCalledTimes(1)
    await masks.follow(5, 3)
    expect(api.masks).toHaveBeenCalledTimes(2)
    await masks.follow(6, 0)
    expect(api.masks).toHaveBeenLastCalledWith(6)
  })

  it('fills, and keeps what was changed, when the server comes back', async () => {
    vi.useFakeTimers()
    try {
      let there = state(4, empty)
      vi.spyOn(api, 'masks')
        .mockRejectedValueOnce(new ApiProblem(0, 'away'))
        .mockImplementation(async () => there)
      const keep = vi
        .spyOn(api, 'keepMasks')
        .mockImplementation(async (_id, based, _words, plan) => (there = state(based + 1, plan)))
      const masks = useMasksStore()
      void masks.open(5)
      const isKept = masks.keep('early', () => grown)
      expect(masks.plan).toEqual(grown)
      await vi.advanceTimersByTimeAsync(5000)
      expect(await isKept).toBe(true)
      expect(keep.mock.calls.map((c) => c[1])).toEqual([4])
      expect(masks.kept).toEqual(state(5, grown))
    } finally {
      vi.useRealTimers()
    }
  })

  it('knows its own change again whose answer was lost on its way', async () => {
    vi.useFakeTimers()
    try {
      const masks = useMasksStore()
      await masks.open(5)
      vi.spyOn(api, 'keepMasks')
        .mockRejectedValueOnce(new ApiProblem(0, 'broke off'))
        .mockRejectedValueOnce(new ApiProblem(409, 'changed by somebody else'))
      vi.spyOn(api, 'masks').mockResolvedValue(state(1, grown))
      const isKept = masks.keep('one', () => grown)
      await vi.advanceTimersByTimeAsync(2000)
      expect(await isKept).toBe(true)
      expect(masks.kept).toEqual(state(1, grown))
    } finally {
      vi.useRealTimers()
    }
  })
})
