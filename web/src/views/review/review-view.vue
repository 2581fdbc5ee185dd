<template>
  <div v-if="revision" class="station">
    <div class="pair">
      <section v-for="side in sides" :key="side.key" class="side" :aria-label="side.title">
        <h2 class="head">
          <span class="mono label">{{ side.revision?.label }}</span> {{ side.title }}
          <span class="soft small file">{{ side.revision?.fileName }}</span>
        </h2>
        <stage-view
          :ref="(view) => (side.key === 'old' ? (oldStage = view as Stage) : (newStage = view as Stage))"
          class="stage"
          :model="side.shown?.model ?? null"
          :face-groups="side.shown?.faceGroups ?? null"
          :groups="store.groups"
          view="ids"
          hatches-all
          is-pick-through
          :pick="side.pick"
          @moved="turnTogether(side.key)"
        >
          <template v-if="side.note" #notes>{{ side.note }}</template>
        </stage-view>
      </section>
    </div>
    <aside class="panel" aria-label="To look at">
      <header class="bar">
        <p v-if="review">
          <strong>{{ review.waiting === 0 ? 'Nothing waits' : `${count(review.waiting, 'thing')} to look at` }}</strong>
          <span v-if="review.waiting > 0" class="soft small"> · {{ percent(review.waitingShare) }} of the surface</span>
        </p>
        <span class="verbs">
          <el-checkbox v-model="work.showsAll.value">answered too</el-checkbox>
          <el-button v-work size="small" :disabled="store.asset!.journalPosition === 0" @click="undo">Undo</el-button>
          <router-link class="done" :to="{ name: 'sort', params: { id: store.asset!.id } }">To Sort</router-link>
        </span>
      </header>
      <ul ref="list" class="list">
        <review-row
          v-for="item in work.listed.value"
          :key="item.id"
          :item="item"
          :is-current="item.id === current?.id"
          @select="work.select(item.id)"
          @right="right"
        />
      </ul>
      <answer-box
        :item="current"
        :groups="store.groups"
        :alike="work.alike.value.length"
        :is-for-alike="work.isForAlike.value"
        @right="work.right"
        @there="work.there"
        @alike="work.isForAlike.value = $event"
      />
      <p v-if="current && !current.isWaiting" class="again small">
        Answered. <button v-work class="link" type="button" @click="work.reopen(current.id)">Ask again</button>
      </p>
    </aside>
  </div>
  <div v-else class="empty">
    <p>There is nothing to review: no revision took the place of another.</p>
    <router-link :to="{ name: 'bring-in', params: { id: store.asset!.id } }">To Bring in</router-link>
  </div>
</template>

<script setup lang="ts">
import { ElButton, ElCheckbox } from 'element-plus'
import { computed, nextTick, shallowRef, useTemplateRef, watch } from 'vue'
import StageView from '@/components/stage-view.vue'
import { facesOf } from '@/model/model'
import { changePick, emptyPick, pickOfRuns } from '@/model/pick'
import { isInRuns } from '@/model/runs'
import { count, percent } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useJournalSteps } from '@/stores/use-journal-steps'
import AnswerBox from '@/views/review/answer-box.vue'
import ReviewRow from '@/views/review/review-row.vue'
import { useModelWithGroups } from '@/views/review/use-pair-of-models'
import { useReview } from '@/views/review/use-review'
import { Commands } from '@/views/sort/commands'
import { useSortKeys } from '@/views/sort/use-sort-keys'

import type { Pick } from '@/model/pick'

type Stage = InstanceType<typeof StageView> | null

const store = useAssetStore()
const journal = useJournalSteps()
const oldStage = shallowRef<Stage>(null)
const newStage = shallowRef<Stage>(null)
const list = useTemplateRef<HTMLElement>('list')

/** The target, unless only a source came anew. */
const revision = computed(() => {
  const all = [...(store.target ? [store.target] : []), ...store.sources].filter((r) => r.fromId > 0)
  return all[0] ?? null
})
const before = computed(() => store.asset!.revisions.find((r) => r.id === revision.value?.fromId) ?? null)
const work = useReview(revision)
const { review, current, ranges } = work
const now = useModelWithGroups(revision)
const old = useModelWithGroups(before)

/** All of the part that the current item is about on a model, or the item's own faces. */
const oldPick = computed<Pick | null>(() => {
  const model = old.value?.model
  if (!model) return null
  if (current.value?.reason === 'lost part') return pickOfRuns(model, ranges.value)
  const part = current.value?.oldPart ? model.partNames.indexOf(current.value.oldPart) : -1
  return part < 0 ? emptyPick(model) : changePick(emptyPick(model), facesOf(model.facesOfPart, part), 'replace')
})
const newPick = computed<Pick | null>(() => {
  const model = now.value?.model
  if (!model) return null
  return current.value?.reason === 'lost part'
    ? emptyPick(model)
    : pickOfRuns(model, ranges.value)
})

const sides = computed(() => [
  {
    key: 'old' as const,
    title: 'before',
    revision: before.value,
    shown: old.value,
    pick: oldPick.value,
    note: current.value && oldPick.value?.faces === 0 ? 'not on this model' : ''
  },
  {
    key: 'new' as const,
    title: 'now',
    revision: revision.value,
    shown: now.value,
    pick: newPick.value,
    note: current.value?.reason === 'lost part' ? 'not on this model' : ''
  }
])

/** Models of one thing lie at the same place; those of two things only turn alike. */
const isSamePlace = computed(() => !review.value?.isOtherModel)

function turnTogether(moved: 'old' | 'new'): void {
  const [from, to] = moved === 'old' ? [oldStage.value, newStage.value] : [newStage.value, oldStage.value]
  if (!from?.stage || !to?.stage) return
  if (isSamePlace.value) to.stage.follow(from.stage.pose)
  else to.stage.turnLike(from.stage.pose)
}

// Both cameras go to what is asked about; where one model has nothing of it, it looks at the same place.
watch(
  [ranges, () => old.value?.model, () => now.value?.model],
  async () => {
    await nextTick()
    if (ranges.value.length === 0 || !old.value || !now.value) return
    const isLost = current.value?.reason === 'lost part'
    if (!isLost || !isSamePlace.value) newStage.value?.flyTo((f) => isInRuns(newPick.value!.runs, f))
    if (isLost || !isSamePlace.value) oldStage.value?.flyTo((f) => isInRuns(oldPick.value!.runs, f))
  },
  { immediate: true }
)
watch(
  () => current.value?.id,
  async () => {
    await nextTick()
    list.value?.querySelector('[aria-current=true]')?.scrollIntoView({ block: 'nearest' })
  }
)

const commands = new Commands([
  { id: 'right', section: 'Review', name: 'Right', key: 'Enter', run: work.right },
  {
    id: 'right-all',
    section: 'Review',
    name: 'Right, and all like this',
    key: 'Shift Enter',
    run: () => right(true)
  },
  { id: 'next', section: 'Review', name: 'Next', key: 'ArrowDown', run: () => work.step(1) },
  { id: 'previous', section: 'Review', name: 'Previous', key: 'ArrowUp', run: () => work.step(-1) },
  { id: 'undo', section: 'Review', name: 'Undo', key: 'Ctrl z', run: undo }
])
useSortKeys(commands, {
  begin: () => {
    const item = current.value
    return (number) => {
      const group = store.groups.find((g) => g.number === number)
      // Another item has no answer of this one.
      if (item && item === current.value && item.reason !== 'lost part' && (group || number === 0)) {
        void work.there(group?.id ?? 0)
      }
    }
  },
  highestNumber: () => Math.max(0, ...store.groups.map((g) => g.number))
})

function right(isForAlike: boolean): Promise<void> {
  if (isForAlike) work.isForAlike.value = true
  return work.right()
}

function undo(): void {
  void journal.step(-1)
}
</script>

<style scoped>
.station {
  display: grid;
  grid-template-columns: 1fr 348px;
  height: 100%;
}

.pair {
  display: grid;
  grid-template-columns: 1fr 1fr;
  min-width: 0;
  min-height: 0;
}

.side {
  display: grid;
  grid-template-rows: auto 1fr;
  min-width: 0;
  min-height: 0;
}

.side + .side {
  border-left: 1px solid var(--ink);
}

.head {
  display: flex;
  gap: 8px;
  align-items: baseline;
  padding: 6px 14px;
  border-bottom: 1px solid var(--ink);
  background: var(--paper-raised);
}

.label {
  padding: 0 7px;
  border: 1px solid var(--ink);
  border-radius: 2px;
}

.file {
  overflow: hidden;
  font-weight: 400;
  text-overflow: ellipsis;
  white-space: nowrap;
}

.panel {
  display: grid;
  grid-template-rows: auto 1fr auto auto;
  min-height: 0;
  border-left: 1px solid var(--ink);
  background: var(--paper-raised);
}

.bar {
  display: grid;
  gap: 6px;
  padding: 10px 14px;
  border-bottom: 1px solid var(--ink);
}

.verbs {
  display: flex;
  gap: 10px;
  align-items: center;
}

.done {
  margin-left: auto;
}

.list {
  min-height: 0;
  overflow: auto;
}

.again {
  padding: 0 14px 10px;
  background: var(--paper);
}

.link {
  padding: 0;
  border: none;
  background: none;
  color: var(--accent);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

.empty {
  display: grid;
  place-content: center;
  gap: 8px;
  height: 100%;
}
</style>
