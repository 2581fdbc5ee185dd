<template>
  <stage-view ref="view" :model="model" :face-groups="null" :groups="[]" view="lit" :overlays="overlays">
    <template #tools>
      <el-checkbox v-model="hasSource" class="tool">Show the source</el-checkbox>
    </template>
    <template #notes>
      <p>Dark lines: how far rays begin outside. Light lines: how far they go inside.</p>
      <p v-if="out.length > 0">□ {{ count(out.length, 'place') }} where the source sticks out of the cage</p>
      <p v-else-if="survey">All measured places of the source lie inside the cage.</p>
    </template>
  </stage-view>
</template>

<script setup lang="ts">
import { ElCheckbox } from 'element-plus'
import { computed, ref, shallowRef, useTemplateRef, watch, watchEffect } from 'vue'
import { api } from '@/api/client'
import { usePatience } from '@/components/use-patience'
import StageView from '@/components/stage-view.vue'
import { useOverlays } from '@/components/use-overlays'
import { count } from '@/model/words'
import { cageOf, faceSides } from '@/stage/cage'
import { useAssetStore } from '@/stores/asset'
import { useModelsStore } from '@/stores/models'

import type { Reach, ReachSurvey } from '@/api/types'
import type { Model } from '@/model/model'

/** The target between its two cages, and the places where the source is outside of them. */
const props = defineProps<{ survey: ReachSurvey | null; reachOf: (part: string) => Reach }>()

const store = useAssetStore()
const view = useTemplateRef<InstanceType<typeof StageView>>('view')
const model = shallowRef<Model | null>(null)
const directions = shallowRef<Float32Array | null>(null)
const hasSource = ref(false)
const overlays = useOverlays(() => (hasSource.value ? store.sources : []))
const sides = computed(() => (model.value ? faceSides(model.value) : null))

const ask = usePatience()
const wanted = computed(() => store.target && `${store.target.id}/${store.target.geometryKey}`)
watch(
  wanted,
  (key) => {
    const { target } = store
    if (!target) return
    ask(
      () => key === wanted.value,
      async () => {
        const loaded = await Promise.all([useModelsStore().get(store.asset!.id, target), api.directions(target.id)])
        ;[model.value, directions.value] = loaded
      }
    )
  },
  { immediate: true }
)

const out = computed(() =>
  (props.survey?.farthest ?? []).filter(({ part, distance }) => {
    const reach = props.reachOf(part)
    return distance > reach.outward || -distance > reach.inward
  })
)

watchEffect(
  () => {
    const stage = view.value?.stage
    if (!stage || !model.value || !directions.value || !sides.value || !props.survey) return
    stage.showCage(cageOf(model.value, directions.value, sides.value, props.reachOf, out.value))
  },
  { flush: 'post' }
)
</script>

<style scoped>
.tool {
  height: 28px;
  padding: 0 10px;
  border-radius: var(--radius);
  background: var(--paper-raised);
}
</style>
