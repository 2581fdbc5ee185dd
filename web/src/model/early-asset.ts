import { geometry } from '@/model/geometry'
import { getJson } from '@/api/http'
import type { Asset } from '@/api/types'

let early: { id: number; asset: Promise<Asset> } | null = null

/**
 * Asks for the asset that an address is about, and then for its model, before the application is there that will want it.
 *
 * @returns whether it is about one
 */
export function askEarly(path: string): boolean {
  const id = Number(/^\/assets\/(\d+)(\/|$)/.exec(path)?.[1] ?? 0)
  if (id === 0) return false
  const asset = getJson<Asset>(`/api/assets/${id}`)
  asset
    .then(({ revisions }) => {
      const target = revisions.find((r) => r.role === 'target' && r.isCurrent)
      if (target?.state === 'ready') geometry.readEarly(id, target)
    })
    // What is refused is told to whoever takes it.
    .catch(() => undefined)
  early = { id, asset }
  return true
}

/** What was asked for early, given once: it is old afterwards. */
export function takeEarly(id: number): Promise<Asset> | null {
  const taken = early?.id === id ? early.asset : null
  early = null
  return taken
}
