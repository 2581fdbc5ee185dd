import { describe, expect, it } from 'vitest'
import { isPale, parseHex, textOn } from '@/model/color'

describe('a colour', () => {
  it('is read channel by channel', () => expect(parseHex('#0188FF')).toEqual([1, 136, 255]))

  it('takes the text that is read more easily on it', () => {
    expect(['#FFFFFF', '#FFFD7C', '#00FF7B', '#7C0042', '#000000'].map(textOn)).toEqual([
      '#000000',
      '#000000',
      '#000000',
      '#ffffff',
      '#ffffff'
    ])
  })

  it('is pale where it is nearly white, however bright others are', () => {
    expect(['#FFFFFF', '#D7D7D7', '#D6FFFF', '#FFFD7C'].map(isPale)).toEqual([true, true, false, false])
  })
})
