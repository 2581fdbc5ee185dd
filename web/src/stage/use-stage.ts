import { onBeforeUnmount, onMounted, shallowRef, watchEffect } from 'vue'
import type { Ref, ShallowRef } from 'vue'
import type { Group } from '@/api/types'
import { parseHex } from '@/model/color'
import type { Model } from '@/model/model'
import type { Pick } from '@/model/pick'
import type { StageView } from '@/stage/model-mesh'
import { Stage } from '@/stage/stage'

export interface StageInput {
  model: Model | null
  faceGroups: Uint16Array | null
  groups: Group[]
  pick: Pick | null
  view: StageView
}

/** A stage inside an element that follows its input; it ends with the component. */
export function useStage(host: Ref<HTMLElement | null>, input: StageInput): ShallowRef<Stage | null> {
  const stage = shallowRef<Stage | null>(null)
  onMounted(() => (stage.value = new Stage(host.value!)))
  onBeforeUnmount(() => stage.value?.dispose())

  watchEffect(() => stage.value?.showModel(input.model))
  watchEffect(() => stage.value?.setView(input.view))
  watchEffect(() => {
    const colors = new Map<number, [number, number, number]>()
    for (const group of input.groups) colors.set(group.number, parseHex(group.color))
    stage.value?.setGroupColors(colors)
  })
  watchEffect(() => {
    if (input.model && input.faceGroups) stage.value?.setFaceGroups(input.faceGroups)
  })
  watchEffect(() => {
    if (input.model && input.pick) stage.value?.setPick(input.pick.mask, input.pick.faces === 0)
  })
  return stage
}
