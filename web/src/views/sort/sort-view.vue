<template>
  <div v-if="revision" class="station">
    <div class="work">
      <p v-if="waiting > 0" class="review" role="status">
        {{ count(waiting, 'thing') }} to look at since revision {{ revision.label }} came.
        <router-link :to="{ name: 'review', params: { id: store.asset!.id } }">Review them</router-link>
      </p>
      <div class="panes" :class="{ two: look.hasSheet.value && sorting.model?.uvs }">
        <stage-view
          ref="stage"
          :model="sorting.model"
          :face-groups="spread.preview"
          :groups="store.groups"
          :view="look.view.value"
          :pick="spread.isOn ? spread.marks : picking.pick"
          :faces-at="facesAt"
          :hovered="hovered"
          :away="picking.away"
          :face-colors="look.faceColors.value"
          :has-wire="look.hasWire.value"
          :is-pick-through="look.isPickOverAll.value"
          hatches-all
          :is-held="strokes.held.value !== null"
          :is-held-by-key="strokes.held.value !== null"
          :draws-on-model="spread.isOn && strokes.held.value === null"
          @click="pickAt"
          @hover="hoverOnStage"
          @stroke="handleStroke"
          @moved="moves++"
        >
          <template #tools>
            <stage-tools v-model:revision="revisionId" :revisions="revisions" :look="look" />
          </template>
          <template #over>
            <stroke-outline :shape="strokes.shape.value" />
            <number-labels v-if="look.hasNumbers.value" :stage="stage?.stage ?? null" :moves="moves" />
          </template>
          <template #notes>{{ hoverWords }}</template>
        </stage-view>
        <sheet-paper
          v-if="look.hasSheet.value && sorting.model?.uvs"
          class="sheet"
          :model="sorting.model"
          :face-groups="spread.preview"
          :groups="store.groups"
          :pick="spread.isOn ? spread.marks : picking.pick"
          :hovered="hoveredFace === null ? NOTHING : facesAt(hoveredFace)"
          :draws-on-faces="spread.isOn"
          @stroke="drawn.onSheet"
          @click="pickAt"
          @hover="hoverOnSheet"
        />
      </div>
      <strokes-line v-if="spread.isOn" :in-hand="inHandGroup" @look="flyToRuns" />
      <pick-line
        v-else
        v-model:is-through="strokes.isThrough.value"
        v-model:facing-angle="facingAngle"
        :in-hand="inHandGroup"
        :held="strokes.held.value"
        :has-materials="(revision.inspection?.materials.length ?? 0) > 1"
      />
    </div>
    <sort-cabinet
      ref="cabinet"
      :revision="revision"
      :in-hand="drawers.inHand.value"
      @claim="drawers.claimInto"
      @step="step"
    />
    <key-sheet v-if="open === 'keys'" @close="open = null" />
    <command-search v-if="open === 'search'" @close="open = null" />
  </div>
  <div v-else class="empty">
    <p>There is nothing to sort yet.</p>
    <router-link :to="{ name: 'bring-in', params: { id: store.asset!.id } }">Bring a model in first</router-link>
  </div>
</template>

<script setup lang="ts">
import { ElMessage } from 'element-plus'
import { computed, provide, ref, useTemplateRef, watch } from 'vue'
import { orSay } from '@/stores/say'
import { usePatience } from '@/components/use-patience'
import StageView from '@/components/stage-view.vue'
import SheetPaper from '@/components/sheet-paper.vue'
import { useAssetStore } from '@/stores/asset'
import { useLabelsStore } from '@/stores/labels'
import { usePickingStore } from '@/stores/picking'
import { isInRuns } from '@/model/runs'
import { count } from '@/model/words'
import { useReviewStore } from '@/stores/review'
import { useSortingStore } from '@/stores/sorting'
import { useSpreadStore } from '@/stores/spread'
import CommandSearch from '@/views/sort/command-search.vue'
import { COMMANDS } from '@/views/sort/commands'
import KeySheet from '@/views/sort/key-sheet.vue'
import NumberLabels from '@/views/sort/number-labels.vue'
import PickLine from '@/views/sort/pick-line.vue'
import SortCabinet from '@/views/sort/sort-cabinet.vue'
import StageTools from '@/views/sort/stage-tools.vue'
import StrokeOutline from '@/views/sort/stroke-outline.vue'
import StrokesLine from '@/views/sort/strokes-line.vue'
import { useDrawers } from '@/views/sort/use-drawers'
import { useDrawnStrokes } from '@/views/sort/use-drawn-strokes'
import { useJournalSteps } from '@/stores/use-journal-steps'
import { useSortCommands } from '@/views/sort/use-sort-commands'
import { useSortKeys } from '@/views/sort/use-sort-keys'
import { useStageLook } from '@/views/sort/use-stage-look'
import { useStrokes } from '@/views/sort/use-strokes'

import type { Revision } from '@/api/types'
import type { PickMode } from '@/model/pick'
import type { Runs } from '@/model/runs'
import type { StrokePhase } from '@/stage/press'

const NOTHING = new Uint32Array()

const store = useAssetStore()
const sorting = useSortingStore()
const picking = usePickingStore()
const labels = useLabelsStore()
const reviews = useReviewStore()
const journal = useJournalSteps()
const stage = useTemplateRef<InstanceType<typeof StageView>>('stage')
const cabinet = useTemplateRef<InstanceType<typeof SortCabinet>>('cabinet')
const open = ref<'keys' | 'search' | null>(null)
const moves = ref(0)

const revisions = computed<Revision[]>(() => [...(store.target ? [store.target] : []), ...store.sources])
const revisionId = ref<number | null>(null)
const revision = computed(() => revisions.value.find((r) => r.id === revisionId.value) ?? revisions.value[0] ?? null)

const hoveredFace = ref<number | null>(null)
/** What the pointer is over on the sheet is outlined on the stage. */
const hovered = ref<ArrayLike<number>>(NOTHING)
let pointer = { x: 0, y: 0 }

const look = useStageLook(() => revision.value)
const drawers = useDrawers()
const spread = useSpreadStore()
const strokes = useStrokes(() => stage.value?.stage)
const drawn = useDrawnStrokes(() => stage.value?.stage, drawnFor)
const { commands, facingAngle } = useSortCommands(
  {
    flyTo: (isIn) => stage.value?.flyTo(isIn),
    towardsCamera: () => stage.value?.stage?.towardsCamera() ?? [0, 0, 1],
    pointedCorner: () => stage.value?.stage?.hitAt(pointer.x, pointer.y) ?? null,
    pointedFace: () => hoveredFace.value,
    findDrawer: () => cabinet.value?.findDrawer(),
    showKeys: () => (open.value = 'keys'),
    searchCommands: () => (open.value = 'search')
  },
  drawers,
  look
)
provide(COMMANDS, commands)
useSortKeys(commands, {
  begin: drawers.holdPick,
  highestNumber: () => Math.max(0, ...store.groups.map((g) => g.number))
})

const ask = usePatience()
const revisionKey = computed(() => revision.value && `${revision.value.id}/${revision.value.geometryVersion}`)
watch(
  revisionKey,
  (key) => {
    const shown = revision.value
    if (shown) ask(() => revisionKey.value === key, () => sorting.show(store.asset!.id, shown, store.journalStamp))
  },
  { immediate: true }
)
const waiting = computed(() =>
  reviews.revisionId === revision.value?.id ? (reviews.review?.waiting ?? 0) : 0
)
watch(
  [() => revision.value?.id, () => store.journalStamp],
  ([id, stamp]) =>
    ask(() => revision.value?.id === id && store.journalStamp === stamp, () => reviews.load(store.asset!.id, revision.value)),
  { immediate: true }
)
watch(
  () => store.journalStamp,
  (stamp) => ask(() => store.journalStamp === stamp, () => sorting.followJournal(stamp))
)
// Hidden faces are found some time after a model was read; asking has them looked for.
watch(
  [() => sorting.model, () => revision.value?.isHiddenKnown],
  ([model, isKnown]) => {
    if (!model) return
    ask(() => sorting.model === model && revision.value?.isHiddenKnown === isKnown, async () => {
      const { ofFace } = await labels.loadAnew('hidden')
      if (isKnown && sorting.model === model) sorting.hidden = ofFace
    })
  },
  { immediate: true }
)

const inHandGroup = computed(() =>
  drawers.inHand.value === null
    ? null
    : (store.groups.find((g) => g.number === drawers.inHand.value) ?? { number: 0, name: 'unclaimed', color: null })
)

const hoverWords = computed(() => {
  const { model } = sorting
  const faceGroups = spread.preview
  if (hoveredFace.value === null || !model || !faceGroups) return ''
  const number = faceGroups[hoveredFace.value]!
  const group = store.groups.find((g) => g.number === number)
  const part = model.partNames[model.facePart[hoveredFace.value]!] || 'part without name'
  return `${part} · ${group ? `${group.number} ${group.name}` : 'unclaimed'}`
})

// ID colours are flat: what a stroke is to follow is seen in the light only.
let wasFlat = false
watch(
  () => spread.isOn,
  (isOn) => {
    if (isOn) {
      wasFlat = look.view.value === 'ids'
      if (wasFlat) look.view.value = 'lit'
    } else if (wasFlat && look.view.value === 'lit') look.view.value = 'ids'
  }
)

/** What strokes are drawn for; says what is missing. */
function drawnFor(): number | null {
  const number = drawers.inHand.value
  if (number === 0) return 0
  const id = store.groups.find((g) => g.number === number)?.id ?? null
  if (id === null) ElMessage({ type: 'info', message: 'Press the number of a drawer first, or click on one.', grouping: true })
  return id
}

function handleStroke(phase: StrokePhase, x: number, y: number, mode: PickMode): void {
  if (spread.isOn && strokes.held.value === null) drawn.onStage(phase, x, y)
  else strokes.handleStroke(phase, x, y, mode)
}

function facesAt(face: number): ArrayLike<number> {
  return spread.isOn ? [face] : picking.facesAt(face)
}

function flyToRuns(runs: Runs): void {
  stage.value?.flyTo((f) => isInRuns(runs, f))
}

function pickAt(face: number | null, mode: PickMode): void {
  if (spread.isOn) {
    drawn.dab(face)
    return
  }
  void orSay(() => picking.pickAt(face, mode))
}

function hoverOnStage(face: number | null, x: number, y: number): void {
  hoveredFace.value = face
  pointer = { x, y }
}

function hoverOnSheet(face: number | null): void {
  hoveredFace.value = face
  hovered.value = face === null ? NOTHING : facesAt(face)
}

function step(steps: number): void {
  void journal.step(steps)
}
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: 1fr 348px;
  height: 100%;
}

.work {
  display: grid;
  grid-template-rows: auto 1fr auto;
  min-width: 0;
  min-height: 0;
}

.work > :last-child {
  grid-row: 3;
}

.review {
  padding: 6px 14px;
  border-bottom: 1px solid var(--warn);
  background: var(--accent-soft);
}

.panes {
  display: grid;
  grid-row: 2;
  min-width: 0;
  min-height: 0;
}

.two {
  grid-template-rows: 3fr 2fr;
}

.sheet {
  border-top: 1px solid var(--ink);
}

.empty {
  display: grid;
  place-content: center;
  gap: 8px;
  height: 100%;
}
</style>
