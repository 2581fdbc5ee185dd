import { onBeforeUnmount, onMounted, shallowRef, watch, watchEffect } from 'vue'
import type { Ref, ShallowRef } from 'vue'
import type { Group } from '@/api/types'
import { parseHex } from '@/model/color'
import type { Model } from '@/model/model'
import type { Pick } from '@/model/pick'
import type { StageView } from '@/stage/shading-pass'
import { Stage } from '@/stage/stage'
import type { Overlay } from '@/stage/stage'

export interface StageInput {
  model: Model | null
  faceGroups: Uint16Array | null
  groups: Group[]
  pick: Pick | null
  view: StageView
  overlays: Overlay[]
  hovered: ArrayLike<number>
  away: Uint8Array | null
  faceColors: Uint8Array | null
  hasWire: boolean
  isPickThrough: boolean
  hatchesAll: boolean
}

/** A stage inside an element that follows its input; it ends with the component. */
export function useStage(host: Ref<HTMLElement | null>, input: StageInput): ShallowRef<Stage | null> {
  const stage = shallowRef<Stage | null>(null)
  onMounted(() => (stage.value = new Stage(host.value!)))
  onBeforeUnmount(() => stage.value?.dispose())

  // A model that comes onto the stage comes bare: all that is laid on it must follow it, never precede it.
  const shows = shallowRef(0)
  watch(
    [stage, () => input.model],
    () => {
      stage.value?.showModel(input.model)
      shows.value++
    },
    { immediate: true }
  )
  function afterShowing(apply: (s: Stage) => void): void {
    watchEffect(() => {
      if (shows.value > 0 && stage.value) apply(stage.value)
    })
  }

  afterShowing((s) => s.setView(input.view))
  afterShowing((s) => s.setWire(input.hasWire))
  afterShowing((s) => s.setPickThrough(input.isPickThrough))
  afterShowing((s) => s.setHatchesAll(input.hatchesAll))
  afterShowing((s) => s.setAway(input.away))
  afterShowing((s) => {
    if (input.faceColors) s.setFaceColors(input.faceColors)
  })
  afterShowing((s) => s.showOverlays(input.overlays))
  afterShowing((s) => s.setHover(input.hovered))
  afterShowing((s) => {
    const colors = new Map<number, [number, number, number]>()
    for (const group of input.groups) colors.set(group.number, parseHex(group.color))
    s.setGroupColors(colors)
  })
  afterShowing((s) => {
    if (input.faceGroups) s.setFaceGroups(input.faceGroups)
  })
  afterShowing((s) => {
    if (input.pick) s.setPick(input.pick.runs)
  })
  return stage
}
