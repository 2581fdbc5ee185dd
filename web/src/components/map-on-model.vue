<template>
  <stage-view ref="stage" :model="model" :face-groups="null" :groups="groups" view="map">
    <template #notes><slot /></template>
  </stage-view>
</template>

<script setup lang="ts">
import { shallowRef, useTemplateRef, watch, watchEffect } from 'vue'
import { orSay } from '@/components/say'
import StageView from '@/components/stage-view.vue'
import { tileOfSheet } from '@/model/udim'
import { useModelsStore } from '@/stores/models'

import type { Group, Revision } from '@/api/types'
import type { Model } from '@/model/model'

/** A baked image on the target, without light. */
const props = defineProps<{
  assetId: number
  target: Pick<Revision, 'id' | 'geometryVersion'>
  sheet: string
  image: ImageBitmap | null
  groups: Group[]
}>()

const stage = useTemplateRef<InstanceType<typeof StageView>>('stage')
const model = shallowRef<Model | null>(null)

watch(
  () => props.target,
  (target) => void orSay(async () => (model.value = await useModelsStore().get(props.assetId, target))),
  { immediate: true }
)
watchEffect(
  () => {
    if (model.value && props.image) stage.value?.setMap(props.image, tileOfSheet(props.sheet))
  },
  { flush: 'post' }
)
</script>
