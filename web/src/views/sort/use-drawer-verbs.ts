import { computed } from 'vue'
import { api } from '@/api/client'
import { useAssetStore } from '@/stores/asset'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import { useChange } from '@/stores/use-change'

import type { ComputedRef } from 'vue'
import type { Group } from '@/api/types'

interface DrawerVerbs {
  /** Whether something of it was put out of sight. */
  isAway: ComputedRef<boolean>
  pickAll: () => void
  showOnly: () => void
  toggleSight: () => void
  toggleLock: () => Promise<boolean>
}

/** What one gesture does with all that lies in a drawer. @param group null for the unclaimed drawer */
export function useDrawerVerbs(group: () => Group | null): DrawerVerbs {
  const store = useAssetStore()
  const sorting = useSortingStore()
  const picking = usePickingStore()
  const change = useChange()
  const mask = (): Uint8Array => Uint8Array.from(sorting.faceGroups ?? [], (g) => Number(g === (group()?.number ?? 0)))
  const isAway = computed(() => {
    const number = group()?.number ?? 0
    return picking.away?.some((v, f) => v === 1 && sorting.faceGroups?.[f] === number) ?? false
  })

  return {
    isAway,
    pickAll: () => picking.pickMask(mask()),
    showOnly: () => picking.showOnly(mask()),
    toggleSight: () => picking.setAway(mask(), !isAway.value),
    toggleLock() {
      const { id } = group()!
      return change(() => {
        const { version, isLocked } = store.groups.find((g) => g.id === id)!
        return api.changeGroup(store.asset!.id, id, version, { isLocked: !isLocked })
      })
    }
  }
}
