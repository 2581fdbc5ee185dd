import { describe, expect, it } from 'vitest'
import { millimetres, timeLeft } from '@/model/words'

describe('words about bakes', () => {
  it('tell time roughly', () => {
    expect(timeLeft(0.3)).toBe('about a second left')
    expect(timeLeft(41.7)).toBe('about 42 s left')
    expect(timeLeft(200)).toBe('about 3 min left')
  })
  it('tell distances in millimetres', () => {
    expect(millimetres(0.00418)).toBe('4.18 mm')
    expect(millimetres(-0.0117)).toBe('-11.7 mm')
    expect(millimetres(1.2)).toBe('1,200 mm')
  })
})
