import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'

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

  function isOwn(assetId: number, entryId: number): boolean {
    return entries.value[assetId]?.includes(entryId) ?? false
  }

  return { remember, isOwn }
})
