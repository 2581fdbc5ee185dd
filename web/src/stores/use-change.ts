import { orSay } from '@/stores/say'
import { useAssetStore } from '@/stores/asset'
import { useOwnStepsStore } from '@/stores/own-steps'
import { usePersonStore } from '@/stores/person'
import { useSortingStore } from '@/stores/sorting'

/**
 * Runs a change of groups or of the journal behind the claims that are still on their way, and shows
 * what has become of it at once.
 */
export function useChange(): (request: () => Promise<unknown>) => Promise<boolean> {
  const store = useAssetStore()
  const sorting = useSortingStore()
  const own = useOwnStepsStore()
  const person = usePersonStore()
  return (request) =>
    orSay(async () => {
      person.needChange()
      const { id, history } = store.asset!
      const answer = await sorting.inOrder(async () => {
        const answered = await request()
        // The next one is made of what this one left.
        await store.refresh()
        return answered
      })
      if ((answer as { entryId?: number } | undefined)?.entryId !== undefined) own.remember(id, answer)
      else own.rememberNew(id, history, store.asset!.history)
      await sorting.followJournal(store.journalStamp)
    })
}
