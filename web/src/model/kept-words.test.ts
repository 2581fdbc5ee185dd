import { describe, expect, it } from 'vitest'
import { keptWords } from '@/model/kept-words'

import type { Asset } from '@/api/types'

type State = NonNullable<Asset['kept']>['state']

function asset(state: State | null, ...running: string[]): Asset {
  const kept = state && { folder: 'sign-kept-1', state, since: '2026-12-02T12:04:30Z', problem: null, handoffId: 1 }
  const sheets = ['1001', '1002'].map((name) => ({ name, state: running.includes(name) ? 'running' : 'done' }))
  return { kept, bakes: [{ sheets }] } as unknown as Asset
}

describe('a package that is kept up to date', () => {
  it('says where it stands', () => {
    expect(keptWords(asset(null))).toBe('')
    expect(keptWords(asset('true'))).toMatch(/^true since \d{1,2}[:.]04/)
    expect(keptWords(asset('waiting'))).toBe('changed')
    expect(keptWords(asset('baking'))).toBe('baking')
    expect(keptWords(asset('baking', '1002'))).toBe('baking 1002')
    expect(keptWords(asset('writing'))).toBe('writing')
    expect(keptWords(asset('held'))).toBe('held back')
  })

  it('needs no bake to say so', () => {
    expect(keptWords({ ...asset('baking'), bakes: [] })).toBe('baking')
  })
})
