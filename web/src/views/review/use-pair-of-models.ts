import { shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { usePatience } from '@/components/use-patience'
import { useAssetStore } from '@/stores/asset'
import { useModelsStore } from '@/stores/models'
import type { ComputedRef, ShallowRef } from 'vue'
import type { Revision } from '@/api/types'
import type { Model } from '@/model/model'

export interface ModelWithGroups {
  model: Model
  faceGroups: Uint16Array
}

/** A revision's model with its claims as they are now; null while it comes. */
export function useModelWithGroups(revision: ComputedRef<Revision | null>): ShallowRef<ModelWithGroups | null> {
  const store = useAssetStore()
  const models = useModelsStore()
  const shown = shallowRef<ModelWithGroups | null>(null)
  let turns = 0

  const ask = usePatience()
  watch(
    [() => revision.value && `${revision.value.id}/${revision.value.geometryVersion}`, () => store.journalStamp],
    () => {
      const wanted = revision.value
      const turn = ++turns
      if (wanted?.id !== shown.value?.model.revisionId) shown.value = null
      if (!wanted) return
      ask(() => turn === turns, async () => {
        const asset = store.asset!.id
        const [model, faceGroups] = await Promise.all([models.get(asset, wanted), api.faceGroups(asset, wanted.id)])
        if (turn === turns) shown.value = { model, faceGroups }
      })
    },
    { immediate: true }
  )
  return shown
}
