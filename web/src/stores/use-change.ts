import { orSay } from '@/components/say'
import { useAssetStore } from '@/stores/asset'
import { useOwnStepsStore } from '@/stores/own-steps'
import { useSortingStore } from '@/stores/sorting'

/**
 * Runs a change of groups or of the journal behind the claims that are still on their way, and shows
 * what has become of it at once.
 */
export function useChange(): (request: () => Promise<unknown>) => Promise<boolean> {
  const store = useAssetStore()
  const sorting = useSortingStore()
  const own = useOwnStepsStore()
  return (request) =>
    orSay(async () => {
      own.remember(store.asset!.id, await sorting.inOrder(request))
      await store.refresh()
      await sorting.followJournal(store.journalStamp)
    })
}
