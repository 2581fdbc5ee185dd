import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { ApiProblem, SIGNED_IN } from '@/api/http'
import { patiently } from '@/api/patiently'

describe('patiently', () => {
  beforeEach(() => void vi.useFakeTimers())
  afterEach(() => void vi.useRealTimers())

  it('sends again, more and more seldom, until it is answered', async () => {
    const times: number[] = []
    const waits: boolean[] = []
    const start = Date.now()
    const answer = patiently(
      () => {
        times.push((Date.now() - start) / 1000)
        return times.length < 6 ? Promise.reject(new ApiProblem(503, 'later')) : Promise.resolve('kept')
      },
      (is) => waits.push(is)
    )
    await vi.runAllTimersAsync()
    expect(await answer).toBe('kept')
    expect(times).toEqual([0, 1, 3, 7, 15, 25])
    expect(waits).toEqual([true, true, true, true, true, false])
  })

  it('does not wait on when the network is back', async () => {
    let calls = 0
    const answer = patiently(
      () => (++calls < 2 ? Promise.reject(new ApiProblem(0, 'away')) : Promise.resolve(calls)),
      () => {}
    )
    await vi.advanceTimersByTimeAsync(10)
    window.dispatchEvent(new Event('online'))
    expect(await answer).toBe(2)
  })

  it('throws what is refused, and what is no answer at all, at once', async () => {
    for (const problem of [new ApiProblem(409, 'refused'), new ApiProblem(500, 'broken'), new TypeError('our own')]) {
      const waits: boolean[] = []
      await expect(patiently(() => Promise.reject(problem), (is) => waits.push(is))).rejects.toBe(problem)
      expect(waits).toEqual([false])
    }
  })

  it('waits for who was signed out to sign in again, and throws when it is somebody else', async () => {
    for (const isSame of [true, false]) {
      let calls = 0
      const answer = patiently(
        () => (++calls < 2 ? Promise.reject(new ApiProblem(401, 'signed out')) : Promise.resolve('kept')),
        () => {}
      ).catch((e: Error) => e.message)
      await vi.advanceTimersByTimeAsync(120_000)
      expect(calls).toBe(1)
      window.dispatchEvent(new CustomEvent(SIGNED_IN, { detail: { isSame } }))
      expect(await answer).toBe(isSame ? 'kept' : 'signed out')
    }
  })
})
