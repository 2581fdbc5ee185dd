import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { ApiProblem } from '@/api/http'
import { useAnswer } from '@/components/use-answer'

import type { EffectScope } from 'vue'

describe('an answer', () => {
  let scope: EffectScope
  beforeEach(() => {
    vi.useFakeTimers()
    scope = effectScope()
  })
  afterEach(() => {
    scope.stop()
    vi.useRealTimers()
  })

  function use<T>(question: () => string | null, ask: () => Promise<T>): ReturnType<typeof useAnswer<T>> {
    return scope.run(() => useAnswer(question, ask))!
  }

  it('is asked for at once the first time', async () => {
    const { answer, isAsking } = use(() => 'what', async () => 7)
    expect(isAsking.value).toBe(true)
    await vi.advanceTimersByTimeAsync(1)
    expect(answer.value).toBe(7)
    expect(isAsking.value).toBe(false)
  })

  it('waits for a server that is away, as long as it is wanted', async () => {
    const question = ref('a')
    const ask = vi.fn(async () => {
      if (ask.mock.calls.length < 3) throw new ApiProblem(0, 'away')
      return question.value
    })
    const { answer, isAsking, problem } = use(() => question.value, ask)
    await vi.advanceTimersByTimeAsync(500)
    expect([isAsking.value, problem.value]).toEqual([true, null])
    await vi.advanceTimersByTimeAsync(3000)
    expect(answer.value).toBe('a')
    ask.mockReset().mockRejectedValue(new ApiProblem(0, 'away'))
    question.value = 'b'
    await nextTick()
    await vi.advanceTimersByTimeAsync(500)
    scope.stop()
    await vi.advanceTimersByTimeAsync(60_000)
    expect(ask).toHaveBeenCalledTimes(1)
  })

  it('is asked for once a question rests', async () => {
    const question = ref('a')
    const ask = vi.fn(async () => question.value)
    const { answer } = use(() => question.value, ask)
    await vi.advanceTimersByTimeAsync(1)
    for (const typed of ['ab', 'abc', 'abcd']) {
      question.value = typed
      await nextTick()
      await vi.advanceTimersByTimeAsync(100)
    }
    expect(ask).toHaveBeenCalledTimes(1)
    await vi.advanceTimersByTimeAsync(300)
    expect(ask).toHaveBeenCalledTimes(2)
    expect(answer.value).toBe('abcd')
  })

  it('that comes late does not overwrite a newer one', async () => {
    const question = ref('slow')
    const { answer } = use(
      () => question.value,
      async () => {
        const asked = question.value
        if (asked === 'slow') await new Promise((done) => setTimeout(done, 5000))
        return asked
      }
    )
    await vi.advanceTimersByTimeAsync(10)
    question.value = 'quick'
    await nextTick()
    await vi.advanceTimersByTimeAsync(400)
    expect(answer.value).toBe('quick')
    await vi.advanceTimersByTimeAsync(6000)
    expect(answer.value).toBe('quick')
  })

  it('that fails says why, and nothing is asked without a question', async () => {
    const question = ref<string | null>(null)
    const ask = vi.fn(() => Promise.reject(new Error('Bring in a source first.')))
    const { problem } = use(() => question.value, ask)
    await vi.advanceTimersByTimeAsync(1000)
    expect(ask).not.toHaveBeenCalled()
    question.value = 'now'
    await nextTick()
    await vi.advanceTimersByTimeAsync(400)
    expect(problem.value).toBe('Bring in a source first.')
  })
})
