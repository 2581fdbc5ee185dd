import type { Asset } from '@/api/types'

/** What turns one state of an asset into the next: other values of fields, and the stretches of lists that are others. */
export interface AssetChange {
  id: number
  values: Partial<Asset>
  lists: Record<string, { from: number; to: number; items: unknown[] }>
}

/** The state after a change; what the change does not name stays the same object. */
export function applyChange(before: Asset, change: AssetChange): Asset {
  const after: Record<string, unknown> = { ...before, ...change.values }
  for (const [field, { from, to, items }] of Object.entries(change.lists)) {
    const was = after[field] as unknown[]
    after[field] = [...was.slice(0, from), ...items, ...was.slice(to)]
  }
  return after as unknown as Asset
}

/**
 * A value as it is now, with the objects of before wherever they are the same: what watches one of them is
 * not disturbed by what happens to the others.
 */
export function keepSame<T>(before: unknown, now: T): T {
  if (before === now || typeof now !== 'object' || now === null || typeof before !== 'object' || before === null) return now
  if (Array.isArray(now) !== Array.isArray(before)) return now
  const was = before as Record<string, unknown>
  const is = now as Record<string, unknown>
  const kept = (Array.isArray(now) ? [] : {}) as Record<string, unknown>
  const keys = Object.keys(is)
  let isSame = keys.length === Object.keys(was).length
  for (const key of keys) {
    kept[key] = keepSame(was[key], is[key])
    if (kept[key] !== was[key]) isSame = false
  }
  return (isSame ? before : kept) as T
}
