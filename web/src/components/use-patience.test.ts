import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { ApiProblem } from '@/api/http'
import { usePatience } from '@/components/use-patience'

const said = vi.hoisted(() => [] as string[])
vi.mock('@/stores/say', () => ({
  orSay: async (action: () => Promise<unknown>) => {
    try {
      await action()
    } catch (e) {
      said.push((e as Error).message)
    }
  }
}))

describe('what a view asks by itself', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    said.length = 0
  })
  afterEach(() => void vi.useRealTimers())

  let calls = 0
  function view(): { ask: ReturnType<typeof usePatience>; leave: () => void } {
    calls = 0
    let ask!: ReturnType<typeof usePatience>
    const wrapper = mount(defineComponent({ setup: () => ((ask = usePatience()), () => h('p')) }))
    return { ask, leave: () => wrapper.unmount() }
  }
  /** A server that is away for so many requests. */
  const awayFor = (count: number) => (): Promise<void> =>
    ++calls > count ? Promise.resolve() : Promise.reject(new ApiProblem(0, 'away'))

  it('is asked again until the server is back, and nothing is said', async () => {
    view().ask(() => true, awayFor(3))
    await vi.runAllTimersAsync()
    expect(calls).toBe(4)
    expect(said).toEqual([])
  })

  it('is not asked for a view that was left, nor when it is wanted no more', async () => {
    const left = view()
    left.ask(() => true, awayFor(9))
    await vi.advanceTimersByTimeAsync(10)
    left.leave()
    await vi.runAllTimersAsync()
    expect(calls).toBe(1)
    let isWanted = true
    view().ask(() => isWanted, awayFor(9))
    await vi.advanceTimersByTimeAsync(10)
    isWanted = false
    await vi.runAllTimersAsync()
    expect(calls).toBe(1)
  })

  it('is said when it is refused', async () => {
    view().ask(() => true, () => Promise.reject(new ApiProblem(409, 'replaced')))
    await vi.runAllTimersAsync()
    expect(said).toEqual(['replaced'])
  })
})
