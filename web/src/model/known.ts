import type { KnownOption, KnownRow } from '@/api/types'

/** Rows of known pieces that go to one group without a question. */
export interface KnownGroupRows {
  option: KnownOption
  rows: KnownRow[]
  pieces: number
  /** Assets where any of them was seen, each once. */
  places: KnownOption['places']
}

/** Rows that something is left to claim of. */
export function open(rows: KnownRow[]): KnownRow[] {
  return rows.filter((row) => row.unclaimed > 0)
}

/** Sure rows by the group that they go to, the one with most pieces first. */
export function byGroup(rows: KnownRow[]): KnownGroupRows[] {
  const groups = new Map<string, KnownGroupRows>()
  for (const row of rows) {
    const option = row.options[0]
    const group = groups.get(option.key) ?? { option, rows: [], pieces: 0, places: [] }
    group.rows.push(row)
    group.pieces += row.pieces
    for (const place of option.places) {
      if (!group.places.some((p) => p.assetId === place.assetId)) group.places.push(place)
    }
    groups.set(option.key, group)
  }
  return [...groups.values()].sort((a, b) => b.pieces - a.pieces)
}

export function pieces(rows: KnownRow[]): number {
  return rows.reduce((sum, row) => sum + row.pieces, 0)
}
