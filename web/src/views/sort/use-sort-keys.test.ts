import { mount } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { Commands } from '@/views/sort/commands'
import { useSortKeys } from '@/views/sort/use-sort-keys'
import type { VueWrapper } from '@vue/test-utils'

let picked = 'hull'
let done: string[] = []
let view: VueWrapper

function press(key: string, more: KeyboardEventInit = {}): void {
  window.dispatchEvent(new KeyboardEvent('keydown', { key, code: /\d/.test(key) ? `Digit${key}` : '', ...more }))
}

beforeEach(() => {
  vi.useFakeTimers()
  picked = 'hull'
  done = []
  const commands = new Commands([
    { id: 'next', section: 'Pick', name: 'Next', key: 'n', run: () => (picked = 'deck') }
  ])
  view = mount({
    setup() {
      useSortKeys(commands, {
        begin: () => {
          const taken = picked
          return (number) => done.push(`${taken} ${number}`)
        },
        highestNumber: () => 12
      })
      return () => null
    }
  })
})

afterEach(() => {
  view.unmount()
  vi.useRealTimers()
})

describe('keys that are pressed as fast as a hand can', () => {
  it('put what was picked when the digit went down, though the pick moves on at once', () => {
    press('1')
    press('n')
    expect(done).toEqual(['hull 1'])
    expect(picked).toBe('deck')
    press('2')
    expect(done).toEqual(['hull 1', 'deck 2'])
  })

  it('make one number of two digits', () => {
    press('1')
    press('2')
    expect(done).toEqual(['hull 12'])
  })

  it('end a number by a press of the pointer, by Enter, by leaving and after a while', () => {
    press('1')
    window.dispatchEvent(new Event('pointerdown'))
    press('1')
    press('Enter')
    press('1')
    window.dispatchEvent(new Event('blur'))
    press('1')
    vi.advanceTimersByTime(700)
    expect(done).toEqual(['hull 1', 'hull 1', 'hull 1', 'hull 1'])
    press('1')
    view.unmount()
    expect(done).toHaveLength(5)
  })

  it('take a key that is held for one digit, and a modifier for none', () => {
    press('1')
    press('1', { repeat: true })
    press('Shift')
    expect(done).toEqual([])
    vi.advanceTimersByTime(700)
    expect(done).toEqual(['hull 1'])
  })
})
