import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { defineComponent, h } from 'vue'
import { ApiProblem } from '@/api/http'
import { isServerAwaited, useReading } from '@/components/use-reading'

/** Answers that arrive when the test says so. */
class Server {
  readonly asked: { answer: (what: string) => void; fail: (status: number) => void }[] = []
  read = (): Promise<string> =>
    new Promise((resolve, reject) => {
      this.asked.push({ answer: resolve, fail: (status) => reject(new ApiProblem(status, `problem ${status}`)) })
    })
}

describe('what a page reads', () => {
  let server: Server

  beforeEach(() => {
    vi.useFakeTimers()
    server = new Server()
  })
  afterEach(() => void vi.useRealTimers())

  function page(): ReturnType<typeof useReading<string>> & { leave: () => void } {
    let reading!: ReturnType<typeof useReading<string>>
    const wrapper = mount(defineComponent({ setup: () => ((reading = useReading(server.read)), () => h('p')) }))
    return { ...reading, leave: () => wrapper.unmount() }
  }
  const settle = (ms = 0): Promise<unknown> => vi.advanceTimersByTimeAsync(ms)

  it('waits for a server that is away, and says so meanwhile', async () => {
    const { value, problem } = page()
    server.asked[0]!.fail(0)
    await settle()
    expect(isServerAwaited.value).toBe(true)
    expect(problem.value).toBeNull()
    await settle(1000)
    server.asked[1]!.answer('all')
    await settle()
    expect(value.value).toBe('all')
    expect(isServerAwaited.value).toBe(false)
  })

  it('takes the last of several readings, whichever comes first', async () => {
    const { value, load } = page()
    void load()
    server.asked[1]!.answer('newer')
    await settle()
    server.asked[0]!.answer('older')
    await settle()
    expect(value.value).toBe('newer')
  })

  it('says what is refused and keeps what it has', async () => {
    const { value, problem, load } = page()
    server.asked[0]!.answer('all')
    await settle()
    void load()
    server.asked[1]!.fail(403)
    await settle()
    expect(problem.value).toBe('problem 403')
    expect(value.value).toBe('all')
    void load()
    server.asked[2]!.answer('more')
    await settle()
    expect(problem.value).toBeNull()
  })

  it('is looked at no more often than it is answered, or a slow server would never be heard', async () => {
    const { value, look } = page()
    look()
    look()
    expect(server.asked).toHaveLength(1)
    server.asked[0]!.answer('slow')
    await settle()
    expect(value.value).toBe('slow')
    look()
    expect(server.asked).toHaveLength(2)
    server.asked[1]!.fail(500)
    await settle()
    look()
    expect(server.asked).toHaveLength(3)
  })

  it('is read no more for a page that was left, which nobody waits for then', async () => {
    const { leave } = page()
    server.asked[0]!.fail(0)
    await settle()
    leave()
    expect(isServerAwaited.value).toBe(false)
    await settle(60_000)
    expect(server.asked).toHaveLength(1)
  })
})
