import { onBeforeUnmount } from 'vue'
import { patiently } from '@/api/patiently'
import { orSay } from '@/components/say'

/**
 * For what a view asks by itself: while the server is away, which one line says, it is asked again as long as it is
 * wanted and the view is there. What the server refuses is said.
 */
export function usePatience(): (isWanted: () => boolean, request: () => Promise<unknown>) => void {
  let isHere = true
  onBeforeUnmount(() => (isHere = false))
  return (isWanted, request) =>
    void orSay(() =>
      patiently(async () => {
        if (isHere && isWanted()) await request()
      })
    )
}
