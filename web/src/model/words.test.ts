import { describe, expect, it } from 'vitest'
import { textOn } from '@/model/color'
import { tileOfSheet } from '@/model/udim'
import { count, length, percent } from '@/model/words'

describe('words', () => {
  it('never say all or nothing of what is not', () => {
    expect(percent(0)).toBe('0 %')
    expect(percent(1)).toBe('100 %')
    expect(percent(0.00001)).toBe('0.001 %')
    expect(percent(0.99999)).toBe('99.999 %')
    // 68 of 14.2 million texels
    expect(percent(68 / 14_200_000)).toBe('0.0005 %')
    expect(percent(1 - 68 / 14_200_000)).toBe('99.9995 %')
  })

  it('count one and many', () => {
    expect(count(1, 'face')).toBe('1 face')
    expect(count(1200, 'face')).toBe('1,200 faces')
  })

  it('give lengths in the unit in which they are short', () => {
    expect([length(0.0042), length(0.5), length(3.4)]).toEqual(['4.20 mm', '50.0 cm', '3.40 m'])
  })
})

describe('sheets', () => {
  it('lie where their tile number says', () => {
    expect(tileOfSheet('1001')).toEqual([0, 0])
    expect(tileOfSheet('1012')).toEqual([1, 1])
    expect(tileOfSheet('brass')).toEqual([0, 0])
  })
})

describe('text on a colour', () => {
  it('is the one with the higher contrast', () => {
    expect(textOn('#FFFF6F')).toBe('#000000')
    expect(textOn('#2F009F')).toBe('#ffffff')
  })
})
