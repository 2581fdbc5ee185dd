import { describe, expect, it, vi } from 'vitest'
import { useOneAtATime } from '@/components/use-one-at-a-time'

const said = vi.hoisted(() => [] as string[])
vi.mock('element-plus', () => ({ ElMessage: ({ message }: { message: string }) => said.push(message) }))

describe('an action that goes one at a time', () => {
  it('is not begun again while it is under way, and again after', async () => {
    const begun: number[] = []
    let end = () => {}
    const { isUnderWay, run } = useOneAtATime((n: number) => {
      begun.push(n)
      return new Promise<void>((resolve) => (end = resolve))
    })
    const first = run(1)
    expect(isUnderWay.value).toBe(true)
    expect(await run(2)).toBe(false)
    end()
    expect(await first).toBe(true)
    expect(isUnderWay.value).toBe(false)
    const third = run(3)
    end()
    await third
    expect(begun).toEqual([1, 3])
  })

  it('says why it failed and can be tried again', async () => {
    const { isUnderWay, run } = useOneAtATime(() => Promise.reject(new Error('The sheet is taken.')))
    expect(await run()).toBe(false)
    expect(isUnderWay.value).toBe(false)
    expect(said).toEqual(['The sheet is taken.'])
  })
})
