<template>
  <div v-if="store.target" class="station" :class="{ wide: pane !== 'result' }">
    <section class="side" aria-label="Bake settings">
      <bake-form
        v-model:settings="settings"
        v-model:pane="pane"
        :sources="store.sources"
        :origins="choice.origins.value"
        :can-bake="choice.canBake.value && !isStarting && !isRunning && !isRefused"
        @bake="start()"
      >
        <proposal-dialog
          v-if="proposed"
          :revision-id="proposed.revisionId"
          :from="proposed.from"
          @close="proposed = null"
        />
        <preflight-list :findings="findings" :is-asking="isAsking" :problem="preflightProblem" @take="take" />
        <template #progress>
          <div v-if="isRunning" class="running">
            <job-line :share="running!.share" doing="" />
            <el-button v-work @click="cancel">Stop</el-button>
            <p class="small soft">{{ running!.doing }}</p>
          </div>
        </template>
      </bake-form>
    </section>

    <reach-panel
      v-if="pane === 'reach'"
      :settings="settings"
      @reach="choice.setReach"
      @part-reach="choice.setPartReach"
    />
    <pairs-panel v-else-if="pane === 'pairs'" :settings="settings" @affixes="settings.affixes = $event" @link="choice.link" />
    <bake-result v-else-if="bake" :bake="bake" :is-running="isRunning" :problems="sheetProblems" :problem="problem" />
    <map-view
      v-else
      :image="null"
      :waiting="isRefused ? 'The ID map appears here once what the preflight found is cured.' : 'Press Bake: the ID map appears here.'"
    />

    <section v-if="pane === 'result'" class="side right" aria-label="Groups and history">
      <problem-list :problems="problems" :shown="problem" @show="problem = $event" />
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
import { computed, ref, shallowRef, watch } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import JobLine from '@/components/job-line.vue'
import MapView from '@/components/map-view.vue'
import ProposalDialog from '@/components/proposal-dialog.vue'
import { orSay } from '@/stores/say'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { bakeState } from '@/model/bake-state'
import { groupsOfBake } from '@/model/groups-of-bake'
import { useAssetStore } from '@/stores/asset'
import BakeForm from '@/views/bake/bake-form.vue'
import BakeGroups from '@/views/bake/bake-groups.vue'
import BakeHistory from '@/views/bake/bake-history.vue'
import BakeResult from '@/views/bake/bake-result.vue'
import PairsPanel from '@/views/bake/pairs-panel.vue'
import PreflightList from '@/views/bake/preflight-list.vue'
import ProblemList from '@/views/bake/problem-list.vue'
import ReachPanel from '@/views/bake/reach-panel.vue'
import { useAnswer } from '@/components/use-answer'
import { useBakeSettings } from '@/views/bake/use-bake-settings'

import type { Cure, ProblemRegion, SheetPlan } from '@/api/types'
import type { BakePane } from '@/views/bake/bake-form.vue'

const store = useAssetStore()
const router = useRouter()
const asset = computed(() => store.asset!)
const choice = useBakeSettings()
const settings = computed(() => choice.settings)
const pane = ref<BakePane>('result')
const shownId = ref<number | null>(null)
const problem = shallowRef<ProblemRegion | null>(null)

const bake = computed(() => asset.value.bakes.find((b) => b.id === shownId.value) ?? asset.value.bakes[0] ?? null)
/** Under the numbers that they had then. */
const groups = computed(() => groupsOfBake(bake.value, store.groups))
const isDone = computed(() => bake.value !== null && bakeState(bake.value).state === 'done')
const { answer: located } = useAnswer(
  () => (isDone.value ? String(bake.value!.id) : null),
  async () => {
    const { id } = bake.value!
    return { id, sheets: await api.problems(id) }
  }
)
const sheetProblems = computed(() => (located.value?.id === bake.value?.id ? (located.value?.sheets ?? []) : []))
const problems = computed(() => (isDone.value ? sheetProblems.value.flatMap((s) => s.problems) : []))
const runningBake = computed(() =>
  asset.value.bakes.find((b) => ['waiting', 'running'].includes(bakeState(b).state))
)
const isRunning = computed(() => runningBake.value !== undefined)
const running = computed(() => (runningBake.value ? bakeState(runningBake.value) : null))
watch(bake, (now, before) => {
  if (now?.id !== before?.id) problem.value = null
})

/** All that findings depend on: the settings, the sheets, the models, the groups and the claims. */
const {
  answer: findings,
  isAsking,
  problem: preflightProblem
} = useAnswer(
  () =>
    store.target &&
    JSON.stringify([
      choice.settings,
      asset.value.sheetPlan,
      store.journalStamp,
      [store.target, ...store.sources].map((r) => [r.id, r.state, r.geometryVersion, r.alignment])
    ]),
  () => api.preflight(asset.value.id, choice.settings)
)

/** What would be refused is not begun; a finding says why and what to do. */
const isRefused = computed(() => findings.value?.some((f) => f.severity === 'refused') ?? false)
const proposed = shallowRef<{ revisionId: number; from: string } | null>(null)

async function align(): Promise<void> {
  await orSay(async () => {
    for (const source of choice.read.value.filter((r) => r.role === 'source')) {
      const { proposal } = await api.checkAlignment(source.id)
      await api.align(source.id, source.alignmentVersion, proposal)
    }
    await store.refresh()
  })
}

async function makeSheets(by: SheetPlan['by']): Promise<void> {
  await orSay(async () => {
    await api.setSheetPlan(asset.value.id, asset.value.version, { by, hand: [] })
    await store.refresh()
  })
}

function take(cure: Cure): void {
  if (cure.action === 'propose') {
    const [revisionId, from] = cure.value.split('\t')
    proposed.value = { revisionId: Number(revisionId), from: from! }
  } else if (cure.action === 'align') {
    void align()
  } else if (cure.action === 'sheets') {
    void makeSheets(cure.value as SheetPlan['by'])
  } else if (cure.action === 'sort' || cure.action === 'bring-in') {
    void router.push({ name: cure.action, params: { id: asset.value.id } })
  } else {
    choice.take(cure)
  }
}

const { isUnderWay: isStarting, run: start } = useOneAtATime(async () => {
  pane.value = 'result'
  const { id } = await api.bake(asset.value.id, choice.settings)
  shownId.value = id
  await store.refresh()
})

async function cancel(): Promise<void> {
  await orSay(() => api.cancelBake(runningBake.value!.id))
}
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: 292px minmax(0, 1fr) 268px;
  grid-template-rows: minmax(0, 1fr);
  height: 100%;
}

.wide {
  grid-template-columns: 292px minmax(0, 1fr);
}

.side {
  min-height: 0;
  background: var(--paper-raised);
  border-right: 1px solid var(--ink);
}

.right {
  display: flex;
  flex-direction: column;
  gap: 14px;
  padding: 14px;
  overflow: auto;
  border-right: none;
  border-left: 1px solid var(--ink);
}

.running {
  display: grid;
  grid-template-columns: 1fr auto;
  gap: 2px 8px;
}

.running p {
  grid-column: 1 / -1;
}

.empty {
  display: grid;
  gap: 8px;
  place-content: center;
  height: 100%;
}

/* Beneath each other where there is no room beside: the form, what came of it, what was baked before. */
@container station (max-width: 860px) {
  .station,
  .wide {
    grid-template-columns: minmax(0, 1fr);
    grid-template-rows: auto;
    grid-auto-rows: minmax(420px, auto);
    height: auto;
  }

  .side {
    border: none;
    border-bottom: 1px solid var(--ink);
  }
}
</style>
