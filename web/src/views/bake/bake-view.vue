<template>
  <div v-if="store.target" class="station">
    <section class="side" aria-label="Bake settings">
      <bake-form :is-running="isRunning" @bake="start" />
      <div v-if="isRunning" class="running">
        <job-line :share="running!.share" :doing="running!.doing" />
        <el-button @click="cancel">Cancel</el-button>
      </div>
    </section>

    <div class="result">
      <div class="head">
        <bake-outcome v-if="bake && !isRunning" :bake="bake" :groups="groups" />
        <notice-line v-if="bake?.areNumbersOld" kind="warn">
          Groups have other numbers than when this was baked. Bake again before it is handed off.
        </notice-line>
        <map-switches
          v-if="isDone"
          v-model:sheet="sheet"
          v-model:place="place"
          v-model:is-padded="isPadded"
          :sheets="bake!.sheets"
        />
      </div>
      <map-on-model
        v-if="isDone && place === 'model'"
        :asset-id="asset.id"
        :target="target"
        :sheet="sheet"
        :image="image"
        :groups="groups"
      />
      <map-view v-else v-slot="{ texel }" :image="image" :waiting="waiting">{{ texelWords(texel) }}</map-view>
    </div>

    <section class="side right" aria-label="Groups and history">
      <bake-groups v-if="isDone" :bake="bake!" :groups="groups" />
      <bake-history :bakes="asset.bakes" :shown="bake?.id ?? null" @show="shownId = $event" />
    </section>
  </div>
  <div v-else class="empty">
    <p>A bake needs a target with UVs.</p>
    <router-link :to="{ name: 'bring-in', params: { id: asset.id } }">Bring one in first</router-link>
  </div>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, watch } from 'vue'
import { api } from '@/api/client'
import JobLine from '@/components/job-line.vue'
import MapOnModel from '@/components/map-on-model.vue'
import MapSwitches from '@/components/map-switches.vue'
import MapView from '@/components/map-view.vue'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/components/say'
import { useMapImage } from '@/components/use-map-image'
import { bakeState } from '@/model/bake-state'
import { groupsOfBake } from '@/model/groups-of-bake'
import { useAssetStore } from '@/stores/asset'
import BakeForm from '@/views/bake/bake-form.vue'
import BakeGroups from '@/views/bake/bake-groups.vue'
import BakeHistory from '@/views/bake/bake-history.vue'
import BakeOutcome from '@/views/bake/bake-outcome.vue'

import type { BakeSettings } from '@/api/types'
import type { Texel } from '@/components/map-view.vue'

const store = useAssetStore()
const asset = computed(() => store.asset!)
const shownId = ref<number | null>(null)
const sheet = ref('')
const place = ref<'flat' | 'model'>('flat')
const isPadded = ref(true)

const bake = computed(() => asset.value.bakes.find((b) => b.id === shownId.value) ?? asset.value.bakes[0] ?? null)
/** Under the numbers that they had then. */
const groups = computed(() => groupsOfBake(bake.value, store.groups))
/** The target that was baked, with the UVs that it has now. */
const target = computed(() => asset.value.revisions.find((r) => r.id === bake.value?.targetId)!)
const isDone = computed(() => bake.value !== null && bakeState(bake.value).state === 'done')
const runningBake = computed(() =>
  asset.value.bakes.find((b) => ['waiting', 'running'].includes(bakeState(b).state))
)
const isRunning = computed(() => runningBake.value !== undefined)
const running = computed(() => (runningBake.value ? bakeState(runningBake.value) : null))

watch(
  () => bake.value?.id,
  () => (sheet.value = bake.value?.sheets[0]?.name ?? ''),
  { immediate: true }
)

/** Colours of groups may change after the bake; the address changes with them. */
const colorStamp = computed(() => store.groups.map((g) => g.color.slice(1)).join(''))
const { image, problem } = useMapImage(() =>
  isDone.value && sheet.value
    ? `${api.mapUrl(bake.value!.id, sheet.value, 'id', 0, isPadded.value)}&colors=${colorStamp.value}`
    : null
)
const waiting = computed(() => {
  if (problem.value) return problem.value
  if (isRunning.value) return 'The map appears here when the bake is done.'
  return isDone.value ? 'Fetching the map…' : 'Press Bake: the ID map appears here.'
})

function texelWords({ x, y, color }: Texel): string {
  const found = groups.value.filter((g) => g.color === color).map((g) => `${g.number} ${g.name}`)
  const what = color === '#000000' ? 'no group' : found.join(' or ') || 'a colour of no group'
  return `texel ${x}, ${y} · ${color} · ${what}`
}

async function start(settings: BakeSettings): Promise<void> {
  await orSay(async () => {
    const { id } = await api.bake(asset.value.id, settings)
    shownId.value = id
    await store.refresh()
  })
}

async function cancel(): Promise<void> {
  await orSay(() => api.cancelBake(runningBake.value!.id))
}
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: 286px 1fr 268px;
  height: 100%;
}

.side {
  display: flex;
  flex-direction: column;
  gap: 14px;
  padding: 14px;
  overflow: auto;
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

.right {
  border-right: none;
  border-left: 1px solid var(--ink);
}

.running {
  display: grid;
  gap: 6px;
}

.result {
  display: grid;
  grid-template-rows: auto 1fr;
  min-width: 0;
  min-height: 0;
}

.head {
  display: grid;
  gap: 8px;
  padding: 8px 10px;
  border-bottom: 1px solid var(--ink);
}

.head:not(:has(*)) {
  padding: 0;
  border: none;
}

.empty {
  display: grid;
  gap: 8px;
  place-content: center;
  height: 100%;
}
</style>
