import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'
import { useKeysStore } from '@/stores/keys'

beforeEach(() => {
  localStorage.clear()
  setActivePinia(createPinia())
})

test('a key can be another one, none, or the usual one again', () => {
  const keys = useKeysStore()
  expect(keys.keyOf('grow', 'G')).toBe('G')
  keys.setKey('grow', 'G', 'Shift X')
  expect(keys.keyOf('grow', 'G')).toBe('Shift X')
  keys.setKey('grow', 'G', '')
  expect(keys.keyOf('grow', 'G')).toBe('')
  keys.setKey('grow', 'G', 'G')
  expect(keys.own).toEqual({})
})

test('letters can be switched off, other keys stay', () => {
  const keys = useKeysStore()
  keys.hasLetters = false
  expect(keys.keyOf('grow', 'G')).toBe('')
  expect(keys.keyOf('shrink', 'Shift G')).toBe('')
  expect(keys.keyOf('undo', 'Ctrl z')).toBe('Ctrl z')
  expect(keys.keyOf('find-drawer', 'Enter')).toBe('Enter')
  expect(keys.keyOf('keys', '?')).toBe('?')
  keys.reset()
  expect(keys.keyOf('grow', 'G')).toBe('G')
})

test('letters are shown as the keyboard has them', async () => {
  vi.stubGlobal('navigator', {
    keyboard: { getLayoutMap: async () => new Map([['KeyQ', 'a'], ['KeyS', 'ы']]) }
  })
  setActivePinia(createPinia())
  const keys = useKeysStore()
  await Promise.resolve()
  await Promise.resolve()
  expect(keys.shown('Q')).toBe('A')
  expect(keys.shown('Shift Q')).toBe('Shift A')
  expect(keys.shown('S')).toBe('Ы')
  expect(keys.shown('Ctrl z')).toBe('Ctrl Z')
  expect(keys.shown('Space')).toBe('Space')
  vi.unstubAllGlobals()
})
