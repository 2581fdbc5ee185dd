import { ElMessage } from 'element-plus'
import { ref } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { useAssetStore } from '@/stores/asset'
import { useOwnStepsStore } from '@/stores/own-steps'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import { useSpreadStore } from '@/stores/spread'
import { Pick } from '@/model/pick'

import type { Ref } from 'vue'
import type { Group } from '@/api/types'
import type { HeldPick } from '@/stores/newest-pick'

export interface Drawers {
  /** Number of the drawer that Space puts the pick into, null for none. */
  inHand: Ref<number | null>
  /** @param group null for the unclaimed drawer */
  claimInto: (group: Group | null) => Promise<void>
  /** Holds what is picked now, to be put into the drawer of a number when that is known. */
  holdPick: () => (number: number) => void
  claimInHand: () => void
  takeInHand: (face: number | null) => void
}

/** Puts picks into drawers. */
export function useDrawers(): Drawers {
  const store = useAssetStore()
  const sorting = useSortingStore()
  const picking = usePickingStore()
  const own = useOwnStepsStore()
  const spread = useSpreadStore()
  const inHand = ref<number | null>(null)

  function say(message: string): void {
    ElMessage({ type: 'info', message, grouping: true })
  }

  function claimInto(group: Group | null): Promise<void> {
    // While strokes are drawn a drawer is chosen for them.
    if (spread.isOn) {
      inHand.value = group?.number ?? 0
      return Promise.resolve()
    }
    return put(picking.hold(), group)
  }

  function sayNothingIsPicked(): void {
    say('Nothing is picked. Click on the model first; Space then puts it into this drawer.')
  }

  /** @param held what was picked when it was asked for, which may still be worked out */
  function put(held: HeldPick | null, group: Group | null): Promise<void> {
    inHand.value = group?.number ?? 0
    if (!held || (held.of instanceof Pick && held.of.faces === 0)) {
      sayNothingIsPicked()
      return Promise.resolve()
    }
    const asset = sorting.assetId
    return new Promise((resolve) =>
      picking.claimHeld(held, (taken) => {
        // Why it did not come has been said.
        if (taken && taken.faces > 0) void claim(asset, taken, group).then(resolve)
        else resolve()
      })
    )
  }

  async function claim(asset: number, taken: Pick, group: Group | null): Promise<void> {
    if (taken.model !== sorting.model) {
      // Another model is shown by now: it is claimed where it was picked, all the same.
      await orSay(() => sorting.send(() => api.claim(asset, taken.model.revisionId, group?.id ?? 0, [...taken.runs])))
      return
    }
    const locked = new Set(store.groups.filter((g) => g.isLocked && g.id !== group?.id).map((g) => g.number))
    const isKept = await orSay(() =>
      sorting.claim(group, taken.runs, locked, (state) => {
        picking.remember(state.entryId, taken)
        own.remember(asset, state)
      })
    )
    if (!isKept) picking.giveBack(taken)
  }

  function holdPick(): (number: number) => void {
    if (spread.isOn) return chooseFor
    const held = picking.hold()
    return (number) => {
      const group = store.groups.find((g) => g.number === number)
      if (number === 0) void put(held, null)
      else if (group) void put(held, group)
      else say(`There is no group ${number}.`)
    }
  }

  function chooseFor(number: number): void {
    if (number === 0 || store.groups.some((g) => g.number === number)) inHand.value = number
    else say(`There is no group ${number}.`)
  }

  return {
    inHand,
    claimInto,
    holdPick,
    claimInHand() {
      if (inHand.value !== null) holdPick()(inHand.value)
      else say('No drawer is in hand yet. Press a number, or E over the model.')
    },
    takeInHand(face) {
      if (face === null || !sorting.faceGroups) say('Point at the model, then press E.')
      else inHand.value = sorting.faceGroups[face]!
    }
  }
}
