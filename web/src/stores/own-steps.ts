import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import type { HistoryEntry } from '@/api/types'

/** So many of an asset's steps are known as one's own. */
const MOST = 300

/** Entries of journals that were made in this browser, by asset: what others did is not undone in silence. */
export const useOwnStepsStore = defineStore('own steps', () => {
  const entries = useLocalStorage<Record<string, number[]>>('idiotaxa.own-steps', {})

  /** @param answer of a change; one that is no entry of the journal is passed over */
  function remember(assetId: number, answer: unknown): void {
    const entryId = (answer as { entryId?: number } | null | undefined)?.entryId
    if (!entryId || isOwn(assetId, entryId)) return
    entries.value = { ...entries.value, [assetId]: [...(entries.value[assetId] ?? []), entryId].slice(-MOST) }
  }

  /**
   * For answers that do not tell the entry: the one that is new in the journal. Where several are, somebody
   * else was at work too, and none is taken for one's own.
   */
  function rememberNew(assetId: number, before: HistoryEntry[], after: HistoryEntry[]): void {
    const known = new Set(before.map((e) => e.id))
    const fresh = after.filter((e) => !known.has(e.id))
    if (fresh.length === 1) remember(assetId, { entryId: fresh[0]!.id })
  }

  function isOwn(assetId: number, entryId: number): boolean {
    return entries.value[assetId]?.includes(entryId) ?? false
  }

  return { remember, rememberNew, isOwn }
})
