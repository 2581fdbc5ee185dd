import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { useUndoHereStore } from '@/stores/undo-here'

vi.mock('@/stores/say', () => ({
  orSay: (action: () => Promise<unknown>) => action().then(() => true, () => false)
}))

describe('what a station takes back', () => {
  beforeEach(() => setActivePinia(createPinia()))

  it('is the last thing that was done there on that asset, step by step in the order of the keys', async () => {
    const undo = useUndoHereStore()
    const told: string[] = []
    const did = (asset: number, station: 'bake' | 'bring-in', words: string): void =>
      undo.did(asset, station, { words, undo: async () => told.push(`undo ${words}`), redo: async () => told.push(`redo ${words}`) })
    did(1, 'bring-in', 'aligned')
    did(1, 'bake', 'size')
    did(1, 'bake', 'padding')
    did(2, 'bake', 'samples')
    const words = await Promise.all([undo.step(1, 'bake', true), undo.step(1, 'bake', true), undo.step(1, 'bake', true), undo.step(1, 'bake', false)])
    expect(words).toEqual(['padding', 'size', null, 'size'])
    expect(told).toEqual(['undo padding', 'undo size', 'redo size'])
    expect(undo.nextOf(1, 'bake')).toEqual({ undo: 'size', redo: 'padding' })
    expect(undo.nextOf(1, 'bring-in')).toEqual({ undo: 'aligned', redo: null })
    did(1, 'bake', 'reach')
    expect(undo.nextOf(1, 'bake')).toEqual({ undo: 'reach', redo: null })
  })

  it('is gone when it is refused, and what cannot be done again is not offered', async () => {
    const undo = useUndoHereStore()
    undo.did(1, 'bring-in', { words: 'parts', undo: async () => undefined })
    undo.did(1, 'bring-in', { words: 'gone', undo: () => Promise.reject(new Error('the model was replaced')) })
    expect(await undo.step(1, 'bring-in', true)).toBeNull()
    expect(await undo.step(1, 'bring-in', true)).toBe('parts')
    expect(undo.nextOf(1, 'bring-in')).toEqual({ undo: null, redo: null })
  })
})
