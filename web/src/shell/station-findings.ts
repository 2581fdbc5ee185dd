import { openFindingsOf } from '@/model/findings'

import type { Asset } from '@/api/types'
import type { StationName } from '@/router'

/** How many things need a look at each station. */
export function countFindings(asset: Asset | null): Record<StationName, number> {
  if (!asset) return { 'bring-in': 0, sort: 0, bake: 0, masks: 0, 'hand-off': 0 }
  const current = asset.revisions.filter((r) => r.isCurrent)
  const newest = asset.revisions.at(-1)
  const target = current.find((r) => r.role === 'target')
  const sheets = asset.bakes[0]?.sheets ?? []
  const receipt = asset.handoffs[0]?.receipt
  return {
    'bring-in':
      current.reduce((sum, r) => sum + openFindingsOf(r).length, 0) +
      (newest?.state === 'refused' ? 1 : 0),
    sort: target && Math.max(...current.map((r) => r.claimedShare)) < 1 ? 1 : 0,
    bake: sheets.filter((s) => s.state === 'failed' || isFlawed(s.result?.report)).length,
    masks: asset.groups.filter((g) => g.safeTolerance < 0).length,
    'hand-off': receipt && !receipt.isAccepted ? 1 : 0
  }
}

function isFlawed(report: { missed: number; conflicts: number } | undefined): boolean {
  return report !== undefined && report.missed + report.conflicts > 0
}
