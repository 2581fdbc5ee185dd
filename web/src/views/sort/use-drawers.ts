import { ElMessage } from 'element-plus'
import { ref } from 'vue'
import { orSay } from '@/components/say'
import { useAssetStore } from '@/stores/asset'
import { useOwnStepsStore } from '@/stores/own-steps'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'

import type { Ref } from 'vue'
import type { Group } from '@/api/types'

export interface Drawers {
  /** Number of the drawer that Space puts the pick into, null for none. */
  inHand: Ref<number | null>
  /** @param group null for the unclaimed drawer */
  claimInto: (group: Group | null) => Promise<void>
  claimNumber: (number: number) => void
  claimInHand: () => void
  takeInHand: (face: number | null) => void
}

/** Puts picks into drawers. */
export function useDrawers(): Drawers {
  const store = useAssetStore()
  const sorting = useSortingStore()
  const picking = usePickingStore()
  const own = useOwnStepsStore()
  const inHand = ref<number | null>(null)

  function say(message: string): void {
    ElMessage({ type: 'info', message, grouping: true })
  }

  async function claimInto(group: Group | null): Promise<void> {
    if (!picking.pick || !picking.isPicked) {
      inHand.value = group?.number ?? 0
      say('Nothing is picked. Click on the model first; Space then puts it into this drawer.')
      return
    }
    const taken = picking.pick
    const locked = new Set(store.groups.filter((g) => g.isLocked && g.id !== group?.id).map((g) => g.number))
    inHand.value = group?.number ?? 0
    picking.endWithClaim()
    const asset = sorting.assetId
    const isKept = await orSay(() =>
      sorting.claim(group, taken.runs, locked, (state) => {
        picking.remember(state.entryId, taken)
        own.remember(asset, state)
      })
    )
    if (!isKept) picking.giveBack(taken)
  }

  function claimNumber(number: number): void {
    const group = store.groups.find((g) => g.number === number)
    if (number === 0) void claimInto(null)
    else if (group) void claimInto(group)
    else say(`There is no group ${number}.`)
  }

  return {
    inHand,
    claimInto,
    claimNumber,
    claimInHand() {
      if (inHand.value !== null) claimNumber(inHand.value)
      else say('No drawer is in hand yet. Press a number, or E over the model.')
    },
    takeInHand(face) {
      if (face === null || !sorting.faceGroups) say('Point at the model, then press E.')
      else inHand.value = sorting.faceGroups[face]!
    }
  }
}
