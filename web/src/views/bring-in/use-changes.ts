import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { usePatience } from '@/components/use-patience'
import { CHANGE_COLORS, changeKind } from '@/model/change-words'
import { useAssetStore } from '@/stores/asset'
import type { ComputedRef, Ref, ShallowRef } from 'vue'
import type { Changes, Revision } from '@/api/types'
import type { Model } from '@/model/model'

interface ChangesOnModel {
  changes: ShallowRef<Changes | null>
  /** Whether the revision before is on the stage. */
  isBefore: Ref<boolean>
  /** The revision whose model is to be shown. */
  onStage: ComputedRef<Revision | null>
  /** Every face in the colour of what became of its part, three bytes each. */
  colorsOf: (model: Model | null) => Uint8Array | null
}

/** What changed at a revision, and the colours that tell it on the models before and now. */
export function useChanges(revision: ComputedRef<Revision | null>): ChangesOnModel {
  const store = useAssetStore()
  const changes = shallowRef<Changes | null>(null)
  const isBefore = ref(false)

  const ask = usePatience()
  watch(
    () => revision.value?.id,
    () => {
      const wanted = revision.value
      changes.value = null
      isBefore.value = false
      if (!wanted || wanted.fromId === 0) return
      ask(() => revision.value?.id === wanted.id, async () => {
        const found = await api.changes(wanted.id)
        if (revision.value?.id === wanted.id) changes.value = found
      })
    },
    { immediate: true }
  )

  const onStage = computed(() =>
    isBefore.value && changes.value
      ? (store.asset!.revisions.find((r) => r.id === changes.value!.fromId) ?? revision.value)
      : revision.value
  )

  function colorsOf(model: Model | null): Uint8Array | null {
    const found = changes.value
    if (!found || !model) return null
    const isOld = model.revisionId === found.fromId
    if (!isOld && model.revisionId !== found.revisionId) return null
    // A part that was joined is told on the model before, one that was cut out on the model now.
    const told = found.parts.filter((p) => p.kind !== (isOld ? 'cut' : 'joined'))
    const ofPart = new Map(told.map((p) => [isOld ? p.oldPart : p.newPart, CHANGE_COLORS[changeKind(p)]]))
    const colors = new Uint8Array(3 * model.facePart.length)
    for (let f = 0; f < model.facePart.length; f++) {
      colors.set(ofPart.get(model.facePart[f]!) ?? CHANGE_COLORS.unchanged, 3 * f)
    }
    return colors
  }

  return { changes, isBefore, onStage, colorsOf }
}
