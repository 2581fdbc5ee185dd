<template>
  <div class="result">
    <div class="head">
      <bake-outcome
        v-if="!isRunning"
        :bake="bake"
        :groups="groups"
        :asset-id="store.asset!.id"
        :is-latest="bake.id === store.asset!.bakes[0]?.id"
      />
      <notice-line v-if="bake.areNumbersOld" kind="warn">
        Groups have other numbers than when this was baked. Bake again before it is handed off.
      </notice-line>
      <map-switches
        v-if="isDone"
        v-model:sheet="sheet"
        v-model:place="place"
        v-model:is-padded="isPadded"
        :sheets="bake.sheets"
        has-both
      >
        <el-select v-if="place !== 'model'" v-model="comparison" size="small" class="compare" aria-label="Compare with">
          <el-option value="nothing" label="compare with…" />
          <el-option v-if="previous" value="previous" label="the previous bake" />
          <el-option value="source" label="own colours of what was read" />
        </el-select>
      </map-switches>
    </div>
    <div class="places" :class="{ both: isDone && place === 'both' }">
      <map-view
        v-if="!isDone || place !== 'model'"
        ref="map"
        v-slot="{ texel }"
        :image="image"
        :waiting="waiting"
        :compared="compared"
        here="this bake"
        :there="comparison === 'source' ? 'own colours' : 'previous bake'"
        :boxes="boxes"
        :box="problem"
      >
        {{ texelWords(texel) }}
      </map-view>
      <map-on-model
        v-if="isDone && place !== 'flat'"
        :asset-id="store.asset!.id"
        :target="target"
        :sheet="sheet"
        :image="image"
        :groups="groups"
        :place="problem"
      />
    </div>
  </div>
</template>

<script setup lang="ts">
import { ElOption, ElSelect } from 'element-plus'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { api } from '@/api/client'
import MapOnModel from '@/components/map-on-model.vue'
import MapSwitches from '@/components/map-switches.vue'
import MapView from '@/components/map-view.vue'
import NoticeLine from '@/components/notice-line.vue'
import { useMapImage } from '@/components/use-map-image'
import { bakeState } from '@/model/bake-state'
import { groupsOfBake } from '@/model/groups-of-bake'
import { useAssetStore } from '@/stores/asset'
import BakeOutcome from '@/views/bake/bake-outcome.vue'

import type { Bake, ProblemRegion, SheetProblems } from '@/api/types'
import type { MapPlace } from '@/components/map-switches.vue'
import type { Texel } from '@/components/map-view.vue'

/** A bake's maps, flat and on the model, beside others; flies to the problem that is shown. */
const props = defineProps<{
  bake: Bake
  isRunning: boolean
  problems: SheetProblems[]
  problem: ProblemRegion | null
}>()

const store = useAssetStore()
const map = useTemplateRef<InstanceType<typeof MapView>>('map')
const sheet = ref('')
const place = ref<MapPlace>('flat')
const isPadded = ref(true)
const comparison = ref<'nothing' | 'previous' | 'source'>('nothing')

/** Under the numbers that they had then. */
const groups = computed(() => groupsOfBake(props.bake, store.groups))
const isDone = computed(() => bakeState(props.bake).state === 'done')
/** The target that was baked, with the UVs that it has now. */
const target = computed(() => store.asset!.revisions.find((r) => r.id === props.bake.targetId)!)
/** The bake before this one that has the sheet. */
const previous = computed(() =>
  store.asset!.bakes.find(
    (b) => b.id < props.bake.id && b.sheets.some((s) => s.name === sheet.value && s.state === 'done')
  )
)
/** Closest points are harmless mostly, and many: they are shown one by one. */
const boxes = computed(() =>
  (props.problems.find((s) => s.sheet === sheet.value)?.problems ?? []).filter(
    (p) => (p.kind !== 'FALLBACK' && p.kind !== 'FARTHER') || p === props.problem
  )
)

watch(
  () => props.bake.id,
  () => (sheet.value = props.bake.sheets[0]?.name ?? ''),
  { immediate: true }
)

/** Colours of groups may change after the bake; the address changes with them. */
const colorStamp = computed(() => store.groups.map((g) => g.color.slice(1)).join(''))
function idMapUrl(bake: Bake): string {
  return `${api.mapUrl(bake.id, sheet.value, 'id', 0, isPadded.value)}&colors=${colorStamp.value}`
}
const { image, problem: imageProblem } = useMapImage(() => (isDone.value && sheet.value ? idMapUrl(props.bake) : null))
const { image: compared } = useMapImage(() => {
  if (!isDone.value || comparison.value === 'nothing') return null
  if (comparison.value === 'source') return api.ownColorsUrl(props.bake.id, sheet.value)
  return previous.value ? idMapUrl(previous.value) : null
})
const waiting = computed(() => {
  if (imageProblem.value) return imageProblem.value
  if (props.isRunning) return 'The map appears here when the bake is done.'
  return isDone.value ? 'Fetching the map…' : 'This bake has no map.'
})

watch(
  () => props.problem,
  async (problem) => {
    if (!problem) return
    sheet.value = props.problems.find((s) => s.problems.includes(problem))?.sheet ?? sheet.value
    await nextTick()
    map.value?.flyTo(problem)
  }
)

function texelWords({ x, y, color }: Texel): string {
  const found = groups.value.filter((g) => g.color === color).map((g) => `${g.number} ${g.name}`)
  const what = color === '#000000' ? 'no group' : found.join(' or ') || 'a colour of no group'
  return `texel ${x}, ${y} · ${color} · ${what}`
}
</script>

<style scoped>
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

.places {
  display: grid;
  min-width: 0;
  min-height: 0;
}

.both {
  grid-template-columns: repeat(2, minmax(0, 1fr));
  column-gap: 1px;
  background: var(--ink);
}

.compare {
  width: 190px;
}
</style>
