import { computed, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { usePatience } from '@/components/use-patience'
import { facesOf } from '@/model/model'
import { changePick, emptyPick } from '@/model/pick'
import { useAssetStore } from '@/stores/asset'
import { useModelsStore } from '@/stores/models'
import type { ComputedRef, ShallowRef } from 'vue'
import type { Revision } from '@/api/types'
import type { Model } from '@/model/model'
import type { Pick, PickMode } from '@/model/pick'

interface LookedAt {
  model: ShallowRef<Model | null>
  faceGroups: ShallowRef<Uint16Array | null>
  pick: ShallowRef<Pick | null>
  hovered: ShallowRef<ArrayLike<number>>
  hoveredName: ComputedRef<string>
  /** All faces of the part that a face is of. */
  partAt: (face: number) => ArrayLike<number>
  pickFace: (face: number | null, mode: PickMode) => void
  pickPart: (part: number, mode: PickMode) => void
  pickFaces: (faces: ArrayLike<number>, mode: PickMode) => void
  hoverFace: (face: number | null) => void
  hoverPart: (part: number | null) => void
}

const NOTHING: ArrayLike<number> = []

/** A revision's model with a pick and a hover of whole parts that several panes share. */
export function useLookAtModel(revision: ComputedRef<Revision | null>): LookedAt {
  const store = useAssetStore()
  const models = useModelsStore()
  const model = shallowRef<Model | null>(null)
  const faceGroups = shallowRef<Uint16Array | null>(null)
  const pick = shallowRef<Pick | null>(null)
  const hovered = shallowRef<ArrayLike<number>>(NOTHING)

  const ask = usePatience()
  watch(
    () => revision.value && `${revision.value.id}/${revision.value.geometryVersion}`,
    (key, before) => {
      const wanted = revision.value
      // Another state of the same model keeps the old one in view until it has come.
      if (key?.split('/')[0] !== before?.split('/')[0]) model.value = faceGroups.value = pick.value = null
      hovered.value = NOTHING
      if (!wanted) return
      const isWanted = () => revision.value?.id === wanted.id && revision.value.geometryVersion === wanted.geometryVersion
      ask(isWanted, async () => {
        const asset = store.asset!.id
        const [next, groups] = await Promise.all([models.get(asset, wanted), api.faceGroups(asset, wanted.id)])
        if (!isWanted()) return
        pick.value = emptyPick(next)
        model.value = next
        faceGroups.value = groups
      })
    },
    { immediate: true }
  )

  const hoveredName = computed(() => {
    const face = hovered.value[0]
    return face === undefined || !model.value
      ? ''
      : model.value.partNames[model.value.facePart[face]!] || 'part without name'
  })

  function pickFaces(faces: ArrayLike<number>, mode: PickMode): void {
    if (pick.value) pick.value = changePick(pick.value, faces, mode)
  }

  function pickPart(part: number, mode: PickMode): void {
    if (model.value) pickFaces(facesOf(model.value.facesOfPart, part), mode)
  }

  function partAt(face: number): ArrayLike<number> {
    return model.value ? facesOf(model.value.facesOfPart, model.value.facePart[face]!) : NOTHING
  }

  return {
    model,
    faceGroups,
    pick,
    hovered,
    hoveredName,
    pickFaces,
    pickPart,
    partAt,
    pickFace(face, mode) {
      if (face !== null) pickFaces(partAt(face), mode)
      else if (mode === 'replace') pickFaces(NOTHING, 'replace')
    },
    hoverFace(face) {
      hovered.value = face === null ? NOTHING : partAt(face)
    },
    hoverPart(part) {
      hovered.value = part === null || !model.value ? NOTHING : facesOf(model.value.facesOfPart, part)
    }
  }
}
