<template>
  <div v-if="revision" class="station">
    <div class="work">
      <stage-view
        ref="stage"
        :model="sorting.model"
        :face-groups="sorting.faceGroups"
        :groups="store.groups"
        :view="view"
        :pick="sorting.pick"
        :grain="sorting.grain"
        @click="sorting.pickAt"
        @hover="hoveredFace = $event"
      >
        <template #tools>
          <el-radio-group v-if="store.sources.length > 0" v-model="role" size="small" aria-label="What is sorted">
            <el-radio-button value="target" :disabled="!store.target">target</el-radio-button>
            <el-radio-button value="source">source</el-radio-button>
          </el-radio-group>
          <el-radio-group v-model="view" size="small" aria-label="How it is coloured">
            <el-radio-button value="ids">ID colours</el-radio-button>
            <el-radio-button value="lit">lit</el-radio-button>
            <el-radio-button v-if="sorting.model?.colors" value="colors">vertex colours</el-radio-button>
          </el-radio-group>
          <el-button size="small" title="Bring the pick, or all, into view (V)" @click="bringIntoView">
            Bring into view
          </el-button>
        </template>
        <template #notes>{{ hoverWords }}</template>
      </stage-view>
      <pick-line />
    </div>
    <sort-cabinet
      :revision="revision"
      @claim="claimInto"
      @show-unclaimed="showNextUnclaimed"
      @step="step"
    />
  </div>
  <div v-else class="empty">
    <p>There is nothing to sort yet.</p>
    <router-link :to="{ name: 'bring-in', params: { id: store.asset!.id } }">Bring a model in first</router-link>
  </div>
</template>

<script setup lang="ts">
import { ElButton, ElMessage, ElRadioButton, ElRadioGroup } from 'element-plus'
import { computed, ref, useTemplateRef, watch, watchEffect } from 'vue'
import { orSay } from '@/components/say'
import StageView from '@/components/stage-view.vue'
import { useAssetStore } from '@/stores/asset'
import { useSortingStore } from '@/stores/sorting'
import PickLine from '@/views/sort/pick-line.vue'
import SortCabinet from '@/views/sort/sort-cabinet.vue'
import { useSortKeys } from '@/views/sort/use-sort-keys'

import type { Group, Revision, Role } from '@/api/types'
import type { StageView as View } from '@/stage/model-mesh'

const store = useAssetStore()
const sorting = useSortingStore()
const stage = useTemplateRef<InstanceType<typeof StageView>>('stage')
const role = ref<Role>('target')
const view = ref<View>('ids')
const hoveredFace = ref<number | null>(null)

const sourceId = ref<number | null>(null)
const source = computed(() => store.sources.find((s) => s.id === sourceId.value) ?? store.sources.at(-1) ?? null)
const revision = computed<Revision | null>(() => (role.value === 'target' ? store.target : source.value))

watchEffect(() => {
  if (!store.target && store.sources.length > 0) role.value = 'source'
})
watch(
  () => revision.value && `${revision.value.id}/${revision.value.geometryVersion}`,
  () => {
    const shown = revision.value
    if (shown) void orSay(() => sorting.show(store.asset!.id, shown, store.journalStamp))
  },
  { immediate: true }
)
watch(
  () => store.journalStamp,
  (stamp) => void orSay(() => sorting.followJournal(stamp))
)

const hoverWords = computed(() => {
  const { model, faceGroups } = sorting
  if (hoveredFace.value === null || !model || !faceGroups) return ''
  const number = faceGroups[hoveredFace.value]!
  const group = store.groups.find((g) => g.number === number)
  const part = model.partNames[model.facePart[hoveredFace.value]!] || 'part without name'
  return `${part} · ${group ? `${group.number} ${group.name}` : 'unclaimed'}`
})

async function claimInto(group: Group | null): Promise<void> {
  if (!sorting.pick || sorting.pick.faces === 0) {
    ElMessage({ type: 'info', message: 'Nothing is picked. Click on the model first, then press a number.' })
    return
  }
  await orSay(() => sorting.claim(group))
}

function bringIntoView(): void {
  const pick = sorting.pick
  stage.value?.flyTo((f) => !pick || pick.faces === 0 || pick.mask[f] === 1)
}

function showNextUnclaimed(): void {
  const pick = sorting.pickNextUnclaimed()
  if (pick) stage.value?.flyTo((f) => pick.mask[f] === 1)
  else ElMessage({ type: 'success', message: 'Everything is claimed.' })
}

async function step(steps: number): Promise<void> {
  await orSay(async () => {
    await sorting.step(steps)
    await store.refresh()
    await sorting.followJournal(store.journalStamp)
  })
}

useSortKeys({
  claimNumber: (number) => {
    const group = store.groups.find((g) => g.number === number)
    if (number === 0) void claimInto(null)
    else if (group) void claimInto(group)
    else ElMessage({ type: 'info', message: `There is no group ${number}.` })
  },
  highestNumber: () => Math.max(0, ...store.groups.map((g) => g.number)),
  setGrain: (grain) => (sorting.grain = grain),
  clearPick: sorting.clearPick,
  bringIntoView,
  showNextUnclaimed,
  step
})
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: 1fr 348px;
  height: 100%;
}

.work {
  display: grid;
  grid-template-rows: 1fr auto;
  min-width: 0;
  min-height: 0;
}

.empty {
  display: grid;
  place-content: center;
  gap: 8px;
  height: 100%;
}
</style>
