import { onBeforeUnmount } from 'vue'
import { patiently } from '@/api/patiently'
import { orSay } from '@/stores/say'

/**
 * For what a view asks by itself: while the server is away, which one line says, it is asked again as long as it is
 * wanted and the view is there. What the server refuses is said.
 *
 * @returns what asks, and tells whether the server took it
 */
export function usePatience(): (isWanted: () => boolean, request: () => Promise<unknown>) => Promise<boolean> {
  let isHere = true
  onBeforeUnmount(() => (isHere = false))
  return (isWanted, request) =>
    orSay(() =>
      patiently(async () => {
        if (isHere && isWanted()) await request()
      })
    )
}
