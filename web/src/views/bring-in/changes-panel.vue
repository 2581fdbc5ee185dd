<template>
  <section class="changes" aria-label="What changed">
    <p v-if="changes" class="head">
      <strong>{{ changes.isOtherModel ? 'Another model' : `Revision ${revision.label}` }}</strong>
      took the place of {{ changes.fromLabel }}: {{ changes.counts }}.
    </p>
    <p v-if="review && review.waiting > 0" class="waiting">
      {{ count(review.waiting, 'thing') }} to look at, {{ percent(review.waitingShare) }} of the surface.
      <router-link class="go" :to="{ name: 'review', params: { id: store.asset!.id } }">Review</router-link>
    </p>
    <p v-else-if="review" class="small">Everything was looked at.</p>

    <div class="kinds" role="group" aria-label="Which parts are listed">
      <button
        v-for="kind in kinds"
        :key="kind"
        class="kind"
        type="button"
        :aria-pressed="shownKinds.has(kind)"
        @click="toggle(kind)"
      >
        <span class="swatch" :style="{ background: `rgb(${CHANGE_COLORS[kind]})` }" />
        {{ CHANGE_WORDS[kind] }} <span class="mono">{{ byKind.get(kind)!.length }}</span>
      </button>
    </div>

    <ul class="parts">
      <li v-for="part in listed" :key="`${part.newPart}/${part.oldPart}`">
        <button
          class="part"
          type="button"
          @click="emit('pick', part)"
          @mouseenter="emit('hover', part)"
          @mouseleave="emit('hover', null)"
        >
          <span class="swatch" :style="{ background: `rgb(${CHANGE_COLORS[changeKind(part)]})` }" />
          <span class="name">{{ (part.kind === 'joined' ? part.oldName : part.newName || part.oldName) || 'without name' }}</span>
          <span class="soft small">{{ changeWords(part) }}</span>
        </button>
      </li>
    </ul>

    <template v-if="unreached.length > 0">
      <h3>Groups without surface now</h3>
      <ul class="small">
        <li v-for="group in unreached" :key="group.groupId" class="unreached">
          <strong>{{ group.name }}</strong
          >, {{ area(group.areaBefore) }} before
          <span v-if="group.nearestParts.length > 0" class="soft">· near in name: {{ group.nearestParts.join(', ') }}</span>
        </li>
      </ul>
    </template>
    <template v-if="changes && changes.remarks.length > 0">
      <h3>Not taken along</h3>
      <ul class="small remarks">
        <li v-for="remark in changes.remarks" :key="remark">{{ remark }}</li>
      </ul>
    </template>

    <h3>Revisions</h3>
    <ul class="small">
      <li v-for="r in chain" :key="r.id" class="revision">
        <span class="mono">{{ r.label }}</span>
        <span class="name">{{ r.fileName }}</span>
        <span v-if="r.isCurrent" class="soft">current</span>
        <template v-else>
          <el-button v-work size="small" @click="makeCurrent(r)">Make current</el-button>
          <button v-work class="word-button" type="button" @click="trash(r)">To the trash</button>
        </template>
      </li>
    </ul>
  </section>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { usePatience } from '@/components/use-patience'
import { CHANGE_COLORS, CHANGE_KINDS, CHANGE_WORDS, changeKind, changeWords } from '@/model/change-words'
import { area, count, percent } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useReviewStore } from '@/stores/review'
import { useUndoHereStore } from '@/stores/undo-here'

import type { Changes, PartChange, Revision, UnreachedGroup } from '@/api/types'
import type { ChangeKind } from '@/model/change-words'

const props = defineProps<{ revision: Revision; changes: Changes | null }>()
const emit = defineEmits<{ pick: [part: PartChange]; hover: [part: PartChange | null] }>()

const store = useAssetStore()
const reviews = useReviewStore()
const undo = useUndoHereStore()
const review = computed(() => (reviews.revisionId === props.revision.id ? reviews.review : null))
const unreached = shallowRef<UnreachedGroup[]>([])

const byKind = computed(() => {
  const map = new Map<ChangeKind, PartChange[]>()
  for (const part of props.changes?.parts ?? []) {
    const kind = changeKind(part)
    map.set(kind, [...(map.get(kind) ?? []), part])
  }
  return map
})
const kinds = computed(() => CHANGE_KINDS.filter((kind) => byKind.value.has(kind)))
/** What is as it was is listed on request only. */
const shownKinds = ref(new Set<ChangeKind>(CHANGE_KINDS.filter((k) => k !== 'unchanged' && k !== 'unwrapped')))
const listed = computed(() => kinds.value.filter((k) => shownKinds.value.has(k)).flatMap((k) => byKind.value.get(k)!))

/** Revisions that took each other's place, newest first. */
const chain = computed(() => {
  const all = store.asset!.revisions.filter((r) => r.role === props.revision.role && r.state === 'ready')
  if (props.revision.role === 'target') return [...all].reverse()
  const kin = new Set([props.revision.id])
  for (let before = 0; before < kin.size; ) {
    before = kin.size
    for (const r of all) {
      if (kin.has(r.fromId)) kin.add(r.id)
      if (kin.has(r.id) && r.fromId) kin.add(r.fromId)
    }
  }
  return all.filter((r) => kin.has(r.id)).reverse()
})

const ask = usePatience()
watch(
  [() => props.changes?.revisionId, () => store.journalStamp],
  ([id]) => {
    if (!id) {
      unreached.value = []
      return
    }
    ask(() => id === props.changes?.revisionId, async () => {
      const [groups] = await Promise.all([api.unreachedGroups(id), reviews.load(store.asset!.id, props.revision)])
      unreached.value = groups
    })
  },
  { immediate: true }
)

function toggle(kind: ChangeKind): void {
  const next = new Set(shownKinds.value)
  if (!next.delete(kind)) next.add(kind)
  shownKinds.value = next
}

async function makeCurrent(revision: Revision): Promise<void> {
  const before = store.asset!.revisions.find((r) => r.isCurrent && r.role === revision.role && chain.value.some((l) => l.id === r.id))
  const make = (id: number) => (): Promise<void> => store.change(() => api.makeCurrent(id))
  if (!(await orSay(make(revision.id))) || !before) return
  undo.did(store.asset!.id, 'bring-in', { words: `revision ${revision.label} made current`, undo: make(before.id), redo: make(revision.id) })
}

async function trash(revision: Revision): Promise<void> {
  const put = (): Promise<void> => store.change(() => api.putIntoTrash('model', revision.id))
  if (!(await orSay(put))) return
  undo.did(store.asset!.id, 'bring-in', {
    words: `revision ${revision.label} put into the trash`,
    undo: () => store.change(() => api.takeBack('model', revision.id)),
    redo: put
  })
}
</script>

<style scoped>
.changes {
  display: grid;
  grid-template-columns: minmax(0, 1fr);
  gap: 8px;
}

.waiting {
  padding: 8px 10px;
  border: 1px solid var(--warn);
  border-radius: var(--radius);
  background: var(--accent-soft);
}

.go {
  font-weight: 600;
}

.kinds {
  display: flex;
  flex-wrap: wrap;
  gap: 4px;
}

.kind {
  display: inline-flex;
  gap: 5px;
  align-items: center;
  padding: 2px 7px;
  border: 1px solid var(--rule-strong);
  border-radius: 3px;
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--text-small);
  cursor: pointer;
}

.kind[aria-pressed='true'] {
  border-color: var(--ink);
  background: var(--paper-sunk);
  font-weight: 600;
}

.swatch {
  flex: none;
  width: 10px;
  height: 10px;
  border: 1px solid var(--ink);
}

.part {
  display: grid;
  grid-template-columns: auto auto 1fr;
  gap: 6px;
  align-items: baseline;
  width: 100%;
  padding: 3px 4px;
  border: none;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--text-small);
  text-align: left;
  cursor: pointer;
}

.part:hover {
  background: var(--paper-sunk);
}

.part .name {
  font-weight: 600;
}

.unreached,
.remarks li {
  padding: 2px 0;
}

.revision {
  display: flex;
  gap: 8px;
  align-items: center;
  padding: 3px 0;
  border-bottom: 1px solid var(--rule);
}

.revision .name {
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
