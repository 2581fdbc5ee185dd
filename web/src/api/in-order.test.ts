import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ApiProblem } from '@/api/http'
import { InOrder } from '@/api/in-order'

describe('changes in order', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('begin when those before them are answered, and go on behind one that is refused', async () => {
    const begun: string[] = []
    const answers: { resolve: () => void; reject: (e: Error) => void }[] = []
    const changes = new InOrder()
    const send = (name: string): Promise<string> =>
      changes
        .send(() => {
          begun.push(name)
          return new Promise<void>((resolve, reject) => answers.push({ resolve, reject }))
        })
        .then(() => 'kept', (e: Error) => e.message)
    const [a, b, c] = [send('a'), send('b'), send('c')]
    await flushPromises()
    expect(begun).toEqual(['a'])
    expect(changes.state.unsent).toBe(3)
    answers[0]!.resolve()
    await flushPromises()
    expect(begun).toEqual(['a', 'b'])
    answers[1]!.reject(new ApiProblem(409, 'refused'))
    await flushPromises()
    answers[2]!.resolve()
    expect(await Promise.all([a, b, c])).toEqual(['kept', 'refused', 'kept'])
    expect(changes.state.unsent).toBe(0)
  })

  it('wait while the server is away, in their order, and say so', async () => {
    const changes = new InOrder()
    const sent: string[] = []
    let isAway = true
    const send = (name: string): Promise<void> =>
      changes.send(() => {
        if (isAway) return Promise.reject(new ApiProblem(0, 'away'))
        sent.push(name)
        return Promise.resolve()
      })
    const all = Promise.all([send('a'), send('b')])
    await vi.advanceTimersByTimeAsync(1500)
    expect(changes.state.isWaiting).toBe(true)
    isAway = false
    await vi.advanceTimersByTimeAsync(3000)
    await all
    expect(sent).toEqual(['a', 'b'])
    expect(changes.state.isWaiting).toBe(false)
  })
})
