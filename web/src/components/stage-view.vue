<template>
  <div class="frame">
    <div ref="host" class="host" data-testid="stage" role="img" :aria-label="label" />
    <div v-if="!props.model" class="waiting">{{ waiting }}</div>
    <div class="tools"><slot name="tools" /></div>
    <div class="notes"><slot name="notes" /></div>
  </div>
</template>

<script setup lang="ts">
import { computed, onBeforeUnmount, useTemplateRef, watch } from 'vue'
import { facesAround } from '@/model/model'
import { listenForClicks } from '@/stage/gestures'
import { useStage } from '@/stage/use-stage'

import type { Group } from '@/api/types'
import type { Grain, Model } from '@/model/model'
import type { Pick, PickMode } from '@/model/pick'
import type { StageView } from '@/stage/model-mesh'
import type { Overlay } from '@/stage/stage'

const props = withDefaults(
  defineProps<{
    model: Model | null
    faceGroups: Uint16Array | null
    groups: Group[]
    view: StageView
    pick?: Pick | null
    /** What a hover outlines and a click picks; absent where nothing can be picked. */
    grain?: Grain | null
    /** Further models laid over the first. */
    overlays?: Overlay[]
    /** Faces outlined as if the pointer were over them. */
    hovered?: ArrayLike<number>
    waiting?: string
  }>(),
  { pick: null, grain: null, overlays: () => [], hovered: () => [], waiting: 'Reading the model…' }
)
const emit = defineEmits<{ click: [face: number | null, mode: PickMode]; hover: [face: number | null] }>()

const host = useTemplateRef<HTMLElement>('host')
const stage = useStage(host, props)
const label = computed(() => `Model in 3D, ${props.model?.partNames.length ?? 0} parts`)

let stopListening = (): void => {}
watch(stage, (s) => {
  if (s) stopListening = listenForClicks(s.canvas, { onClick: handleClick, onHover: handleHover, onLeave })
})
onBeforeUnmount(() => stopListening())

function handleClick(x: number, y: number, mode: PickMode): void {
  if (props.grain) emit('click', stage.value!.faceAt(x, y), mode)
}

function handleHover(x: number, y: number): void {
  if (!props.grain || !props.model) return
  const face = stage.value!.faceAt(x, y)
  stage.value!.setHover(face === null ? [] : facesAround(props.model, face, props.grain))
  emit('hover', face)
}

function onLeave(): void {
  stage.value?.setHover([])
  emit('hover', null)
}

defineExpose({
  /** Moves the camera to the faces that `isIn` takes. */
  flyTo: (isIn: (face: number) => boolean) => stage.value?.flyTo(isIn),
  /** Shows a baked map in the view `map`. */
  setMap: (image: ImageBitmap, tile: [number, number]) => stage.value?.setMap(image, tile)
})
</script>

<style scoped>
.frame {
  position: relative;
  min-width: 0;
  min-height: 0;
  background: var(--stage);
  overflow: hidden;
}

.host {
  position: absolute;
  inset: 0;
}

.waiting {
  position: absolute;
  inset: 0;
  display: grid;
  place-items: center;
  color: #fff;
  font-size: var(--text-large);
}

.tools {
  position: absolute;
  top: 10px;
  left: 10px;
  display: flex;
  gap: 8px;
  align-items: center;
}

.notes {
  position: absolute;
  left: 10px;
  bottom: 8px;
  pointer-events: none;
  color: #fff;
  font-size: var(--text-small);
  text-shadow: 0 0 3px #000, 0 0 3px #000;
}
</style>
