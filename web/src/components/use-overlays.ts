import { shallowRef, watch } from 'vue'
import { usePatience } from '@/components/use-patience'
import { useAssetStore } from '@/stores/asset'
import { useModelsStore } from '@/stores/models'
import type { ShallowRef } from 'vue'
import type { Revision } from '@/api/types'
import type { Overlay } from '@/stage/stage'

/** Models of some revisions, each as it is aligned, to be laid over another. */
export function useOverlays(revisions: () => Revision[]): ShallowRef<Overlay[]> {
  const store = useAssetStore()
  const models = useModelsStore()
  const overlays = shallowRef<Overlay[]>([])

  const ask = usePatience()

  function key(): string {
    return JSON.stringify(revisions().map((r) => [r.id, r.geometryVersion, r.alignment]))
  }

  watch(
    key,
    (wanted) => {
      const shown = revisions()
      const isWanted = () => wanted === key()
      ask(isWanted, async () => {
        const loaded = await Promise.all(shown.map((r) => models.get(store.asset!.id, r)))
        if (!isWanted()) return
        overlays.value = shown.map((r, i) => ({ model: loaded[i]!, alignment: r.alignment }))
      })
    },
    { immediate: true }
  )
  return overlays
}
