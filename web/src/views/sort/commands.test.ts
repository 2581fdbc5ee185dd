import { describe, expect, it, vi } from 'vitest'
import { Commands, digitOf, keyOf } from '@/views/sort/commands'

describe('commands', () => {
  const commands = new Commands([
    { id: 'grow', section: 'Pick', name: 'grow by a ring', key: 'G', run: vi.fn() },
    { id: 'shrink', section: 'Pick', name: 'shrink by a ring', key: 'Shift G', run: vi.fn() },
    { id: 'keys', section: 'Help', name: 'all keys', key: '?', run: vi.fn() },
    { id: 'side', section: 'Pick', name: 'facing a side', key: '', run: vi.fn() }
  ])
  const press = (key: string, init: KeyboardEventInit = {}): string => keyOf(new KeyboardEvent('keydown', { key, ...init }))

  it('are found by the keys that are pressed, whatever the case', () => {
    expect(commands.ofKey(press('g'))?.id).toBe('grow')
    expect(commands.ofKey(press('G', { shiftKey: true }))?.id).toBe('shrink')
    expect(commands.ofKey(press('?', { shiftKey: true }))?.id).toBe('keys')
    expect(commands.ofKey(press('g', { ctrlKey: true }))).toBeUndefined()
    expect(press('z', { ctrlKey: true, shiftKey: true })).toBe('Ctrl Shift z')
    expect(press(' ')).toBe('Space')
  })

  it('are found by words in any order', () => {
    expect(commands.search('ring SHR').map((c) => c.id)).toEqual(['shrink'])
    expect(commands.search('help').map((c) => c.id)).toEqual(['keys'])
  })

  it('go by place on other layouts, and by the letter with Ctrl', () => {
    expect(press('a', { code: 'KeyQ' })).toBe('Q')
    expect(press('п', { code: 'KeyG' })).toBe('G')
    expect(press('П', { code: 'KeyG', shiftKey: true })).toBe('Shift G')
    expect(press('w', { code: 'KeyZ', ctrlKey: true })).toBe('Ctrl w')
    expect(press('я', { code: 'KeyZ', ctrlKey: true })).toBe('Ctrl Z')
    expect(commands.ofKey(press('п', { code: 'KeyG' }))?.id).toBe('grow')
  })

  it('know digits also where they are typed with Shift', () => {
    const digit = (key: string, init: KeyboardEventInit): string | null => digitOf(new KeyboardEvent('keydown', { key, ...init }))
    expect(digit('1', { code: 'Digit1' })).toBe('1')
    expect(digit('&', { code: 'Digit1' })).toBe('1')
    expect(digit('1', { code: 'Digit1', shiftKey: true })).toBe('1')
    expect(digit('!', { code: 'Digit1', shiftKey: true })).toBeNull()
    expect(digit('7', { code: 'Numpad7' })).toBe('7')
    expect(digit('a', { code: 'KeyQ' })).toBeNull()
  })

  it('have the keys that their user gave them', () => {
    const own = new Commands(commands.list, (id, usual) => (id === 'grow' ? 'Shift P' : id === 'keys' ? '' : usual))
    expect(own.ofKey(press('P', { shiftKey: true }))?.id).toBe('grow')
    expect(own.ofKey(press('g'))).toBeUndefined()
    expect(own.ofKey(press('?'))).toBeUndefined()
    expect(own.keyOf(own.get('shrink'))).toBe('Shift G')
  })
})
