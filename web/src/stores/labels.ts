import { defineStore } from 'pinia'
import { computed, ref, shallowReactive, watch } from 'vue'
import { api } from '@/api/client'
import { labelsOf } from '@/model/labels'
import { useSortingStore } from '@/stores/sorting'

import type { LabelKind, Labels } from '@/model/labels'

/** Degrees. */
export const USUAL_PATCH_ANGLE = 20

/** Into how many regions a surface may be divided: each step about half as many again. */
const DIVISIONS = [2, 3, 4, 6, 8, 12, 16, 24, 32, 48, 64, 96, 128, 192, 256, 384, 512, 768, 1024]
const USUAL_DIVISION = DIVISIONS.indexOf(12)

/** Labels of the faces of the model that is sorted; fetched when they are needed first. */
export const useLabelsStore = defineStore('labels', () => {
  const sorting = useSortingStore()
  const known = shallowReactive(new Map<LabelKind, Labels>())
  const asked = new Map<LabelKind, Promise<Labels>>()
  let patchAngle = USUAL_PATCH_ANGLE
  const division = ref(USUAL_DIVISION)
  /** Into how many regions the surface is divided. */
  const regions = computed(() => DIVISIONS[division.value]!)

  watch(
    () => sorting.model,
    () => {
      known.clear()
      asked.clear()
    },
    // Before anybody picks on the new model.
    { flush: 'sync' }
  )

  /** Null until they are fetched. */
  function get(kind: LabelKind): Labels | null {
    return known.get(kind) ?? null
  }

  function load(kind: LabelKind): Promise<Labels> {
    let labels = asked.get(kind)
    if (!labels) {
      const model = sorting.model!
      labels = api.labels(sorting.assetId, model.revisionId, kind, patchAngle, regions.value).then((ofFace) => {
        const found = labelsOf(ofFace)
        if (sorting.model === model && asked.get(kind) === labels) known.set(kind, found)
        return found
      })
      labels.catch(() => asked.delete(kind))
      asked.set(kind, labels)
    }
    return labels
  }

  /** Fetches labels again that have changed. */
  function loadAnew(kind: LabelKind): Promise<Labels> {
    asked.delete(kind)
    return load(kind)
  }

  /** @param degrees largest angle between neighbours of one flat patch */
  function setPatchAngle(degrees: number): Promise<Labels> {
    patchAngle = degrees
    return loadAnew('patches')
  }

  /** @param steps negative for fewer, larger regions */
  function divide(steps: number): Promise<Labels> {
    division.value = Math.max(0, Math.min(DIVISIONS.length - 1, division.value + steps))
    return loadAnew('regions')
  }

  return { regions, divide, get, load, loadAnew, setPatchAngle }
})
