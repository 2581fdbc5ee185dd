import { describe, expect, it } from 'vitest'
import { joinDistances } from '@/model/reach'
import { millimetres, timeLeft } from '@/model/words'

import type { PartDistances } from '@/api/types'

const part = (from: number, to: number, counts: number[]): PartDistances => ({
  part: 'a',
  points: counts.reduce((a, b) => a + b, 0),
  unmatched: 1,
  proposed: { outward: to, inward: -from },
  from,
  to,
  counts
})

describe('distances of all parts in one', () => {
  const parts = [part(-0.01, 0.03, [0, 4, 0, 8]), part(-0.005, 0.01, [2, 1])]
  const joined = joinDistances({ proposed: { outward: 0.02, inward: 0.012 }, parts, farthest: [] })

  it('span what any part and the proposal span', () => {
    expect(joined.from).toBe(-0.012)
    expect(joined.to).toBe(0.03)
  })
  it('lose no point', () => {
    expect(joined.counts.reduce((a, b) => a + b, 0)).toBe(15)
    expect(joined.points).toBe(15)
    expect(joined.unmatched).toBe(2)
  })
  it('stay where they were', () => {
    const middle = (i: number): number => joined.from + ((i + 0.5) * (joined.to - joined.from)) / joined.counts.length
    const mean = joined.counts.reduce((sum, n, i) => sum + n * middle(i), 0) / 15
    expect(mean).toBeCloseTo((4 * 0.005 + 8 * 0.025 + 2 * -0.00125 + 0.00625) / 15, 3)
  })
})

describe('words about bakes', () => {
  it('tell time roughly', () => {
    expect(timeLeft(0.3)).toBe('about a second left')
    expect(timeLeft(41.7)).toBe('about 42 s left')
    expect(timeLeft(200)).toBe('about 3 min left')
  })
  it('tell distances in millimetres', () => {
    expect(millimetres(0.00418)).toBe('4.18 mm')
    expect(millimetres(-0.0117)).toBe('-11.7 mm')
    expect(millimetres(1.2)).toBe('1200 mm')
  })
})
