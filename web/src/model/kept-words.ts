import { clockTime } from '@/model/words'

import type { Asset } from '@/api/types'

/** Where the package that is kept up to date stands, in a few words; empty where none is kept. */
export function keptWords(asset: Pick<Asset, 'kept' | 'bakes'>): string {
  const kept = asset.kept
  switch (kept?.state) {
    case undefined:
      return ''
    case 'true':
      return `true since ${clockTime(kept!.since!)}`
    case 'waiting':
      return 'changed'
    case 'baking': {
      const running = asset.bakes[0]?.sheets.filter((s) => s.state === 'running').map((s) => s.name) ?? []
      return running.length > 0 ? `baking ${running.join(', ')}` : 'baking'
    }
    case 'writing':
      return 'writing'
    case 'held':
      return 'held back'
  }
}
