import { describe, expect, it, vi } from 'vitest'
import { Commands, keyOf } from '@/views/sort/commands'

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
})
