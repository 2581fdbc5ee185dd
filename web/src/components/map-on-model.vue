<template>
  <stage-view
    ref="stage"
    :model="model"
    :face-groups="null"
    :groups="groups"
    view="map"
    :is-held="isHeld"
    @moved="placeRing"
    @stroke="tellStroke"
  >
    <template #over>
      <span v-if="ring" class="ring" :style="{ left: `${ring.x}px`, top: `${ring.y}px` }" />
    </template>
    <template #notes><slot /></template>
  </stage-view>
</template>

<script setup lang="ts">
import { computed, shallowRef, useTemplateRef, watch, watchEffect } from 'vue'
import { usePatience } from '@/components/use-patience'
import StageView from '@/components/stage-view.vue'
import { tileOfSheet } from '@/model/udim'
import { useModelsStore } from '@/stores/models'

import type { Group, Revision } from '@/api/types'
import type { Model } from '@/model/model'
import type { StrokePhase } from '@/stage/press'

/** A baked image on the target, without light. */
const props = defineProps<{
  assetId: number
  target: Pick<Revision, 'id' | 'geometryVersion' | 'geometryKey'>
  sheet: string
  image: ImageBitmap | null
  groups: Group[]
  /** A place that is pointed at. */
  place?: { position: number[]; normal: number[] } | null
  /** Whether presses are strokes on the sheet, told as u and v. */
  isHeld?: boolean
}>()
const emit = defineEmits<{ stroke: [phase: StrokePhase, u: number, v: number] }>()

/** Tells where on the sheet a stroke is; beside the model, or on another tile, it says nothing. */
function tellStroke(phase: StrokePhase, clientX: number, clientY: number): void {
  const uv = stage.value?.stage?.hitAt(clientX, clientY)?.uv
  const [tileU, tileV] = tileOfSheet(props.sheet)
  if (uv) emit('stroke', phase, uv[0] - tileU, uv[1] - tileV)
  else if (phase === 'end' || phase === 'cancel') emit('stroke', phase, Number.NaN, Number.NaN)
}

const stage = useTemplateRef<InstanceType<typeof StageView>>('stage')
const model = shallowRef<Model | null>(null)

const ask = usePatience()
const wanted = computed(() => `${props.target.id}/${props.target.geometryKey}`)
watch(
  wanted,
  (key) =>
    ask(
      () => key === wanted.value,
      async () => (model.value = await useModelsStore().get(props.assetId, props.target))
    ),
  { immediate: true }
)
/** Where the place is seen, pixels. */
const ring = shallowRef<{ x: number; y: number } | null>(null)
function placeRing(): void {
  ring.value = (props.place && stage.value?.stage?.onScreen(props.place.position)) ?? null
}
watch(
  [() => props.place, model, () => stage.value?.stage],
  () => {
    if (props.place && model.value) stage.value?.stage?.flyToPlace(props.place.position, props.place.normal)
    placeRing()
  },
  { flush: 'post' }
)
watchEffect(
  () => {
    if (model.value && props.image) stage.value?.setMap(props.image, tileOfSheet(props.sheet))
  },
  { flush: 'post' }
)
</script>

<style scoped>
.ring {
  position: absolute;
  width: 44px;
  height: 44px;
  margin: -22px;
  border: 3px solid #fff;
  border-radius: 50%;
  outline: 2px solid var(--stage-ink);
  pointer-events: none;
}
</style>
