import { computed, ref, watch } from 'vue'
import { usePatience } from '@/components/use-patience'
import { parseHex } from '@/model/color'
import { useLabelsStore } from '@/stores/labels'
import { useSortingStore } from '@/stores/sorting'

import type { ComputedRef, Ref } from 'vue'
import type { Revision } from '@/api/types'
import type { StageView } from '@/stage/shading-pass'

const WITHOUT_MATERIAL: [number, number, number] = [190, 190, 190]

export interface StageLook {
  view: Ref<StageView>
  /** The ways of colouring that the model has data for. */
  views: ComputedRef<{ value: StageView; label: string }[]>
  faceColors: ComputedRef<Uint8Array | null>
  hasWire: Ref<boolean>
  hasNumbers: Ref<boolean>
  isPickOverAll: Ref<boolean>
  hasSheet: Ref<boolean>
  toggleWire: () => void
  toggleNumbers: () => void
  togglePickOverAll: () => void
  toggleSheet: () => void
  nextView: () => void
}

/** How the model on the stage is shown. */
export function useStageLook(revision: () => Revision | null): StageLook {
  const sorting = useSortingStore()
  const labels = useLabelsStore()
  const view = ref<StageView>('ids')
  const hasWire = ref(false)
  const hasNumbers = ref(false)
  const isPickOverAll = ref(false)
  const hasSheet = ref(false)

  const views = computed(() => {
    const all: { value: StageView; label: string }[] = [
      { value: 'ids', label: 'ID colours' },
      { value: 'lit', label: 'lit' }
    ]
    if (sorting.model?.colors) all.push({ value: 'colors', label: 'vertex colours' })
    if ((revision()?.inspection?.materials.length ?? 0) > 0) all.push({ value: 'materials', label: 'materials' })
    return all
  })

  watch(views, (all) => {
    if (!all.some((v) => v.value === view.value)) view.value = 'ids'
  })
  const ask = usePatience()
  watch([view, () => sorting.model], () => {
    const isWanted = () => view.value === 'materials' && sorting.model !== null
    if (isWanted()) ask(isWanted, () => labels.load('materials'))
  })

  const faceColors = computed(() => {
    const ofFace = labels.get('materials')?.ofFace
    const materials = revision()?.inspection?.materials
    if (view.value !== 'materials' || !ofFace || !materials) return null
    const colors = materials.map((m) => parseHex(m.baseColor))
    const rgb = new Uint8Array(3 * ofFace.length)
    for (let f = 0; f < ofFace.length; f++) rgb.set(colors[ofFace[f]!] ?? WITHOUT_MATERIAL, 3 * f)
    return rgb
  })

  return {
    view,
    views,
    faceColors,
    hasWire,
    hasNumbers,
    isPickOverAll,
    hasSheet,
    toggleWire: () => (hasWire.value = !hasWire.value),
    toggleNumbers: () => (hasNumbers.value = !hasNumbers.value),
    togglePickOverAll: () => (isPickOverAll.value = !isPickOverAll.value),
    toggleSheet: () => (hasSheet.value = !hasSheet.value),
    nextView() {
      const at = views.value.findIndex((v) => v.value === view.value)
      view.value = views.value[(at + 1) % views.value.length]!.value
    }
  }
}
