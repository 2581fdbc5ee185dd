<template>
  <div class="verbs">
    <el-button v-work size="small" :disabled="chosen.length !== 1" @click="rename">Rename…</el-button>
    <el-dropdown v-work trigger="click" :disabled="chosen.length !== 1" @command="split">
      <el-button size="small" :disabled="chosen.length !== 1">Split…</el-button>
      <template #dropdown>
        <el-dropdown-menu>
          <el-dropdown-item command="pieces">by pieces</el-dropdown-item>
          <el-dropdown-item command="materials">by materials</el-dropdown-item>
          <el-dropdown-item v-if="model.uvs" command="islands">by islands</el-dropdown-item>
        </el-dropdown-menu>
      </template>
    </el-dropdown>
    <el-button v-work size="small" :disabled="chosen.length < 2" @click="merge">Merge…</el-button>
    <el-button v-work v-if="revision.role === 'target' && model.uvs" size="small" :disabled="chosen.length === 0" @click="ownSheet">
      Own sheet…
    </el-button>
    <el-button v-work v-if="revision.partEdits > 0" size="small" @click="takeBack">Undo edit</el-button>
  </div>
  <p class="soft small">
    {{ count(parts.length, 'part') }}, {{ chosen.length || 'none' }} picked. Click picks, Shift adds. The file itself
    stays as it came.
  </p>
  <long-list v-slot="{ item: row }" :items="rows" :key-of="(r) => (r.index < 0 ? r.path : r.index)" :row-px="27">
    <p v-if="row.index < 0" class="path small">{{ row.path.replaceAll('/', ' › ') }}</p>
    <button
      v-else
      class="part"
      :class="{ deep: row.path }"
      type="button"
      :aria-pressed="isChosen[row.index] === true"
      @click="emit('pick', row.index, modeOf($event))"
      @mouseenter="emit('hover', row.index)"
      @mouseleave="emit('hover', null)"
    >
      <span class="name">{{ row.name || 'without name' }}</span>
      <span class="mono soft">{{ whole(row.triangles) }} tri</span>
    </button>
  </long-list>
</template>

<script setup lang="ts">
import { ElButton, ElDropdown, ElDropdownItem, ElDropdownMenu, ElMessageBox } from 'element-plus'
import { computed } from 'vue'
import { api } from '@/api/client'
import LongList from '@/components/long-list.vue'
import { orSay } from '@/stores/say'
import { facesOf } from '@/model/model'
import { isInRuns } from '@/model/runs'
import { count, whole } from '@/model/words'
import { modeOf } from '@/stage/press'
import { useAssetStore } from '@/stores/asset'
import { CANCEL } from '@/stores/ask'
import { useUndoHereStore } from '@/stores/undo-here'

import type { Revision, SheetPlan } from '@/api/types'
import type { Model } from '@/model/model'
import type { Pick, PickMode } from '@/model/pick'

const props = defineProps<{ revision: Revision; model: Model; pick: Pick | null }>()
const emit = defineEmits<{ pick: [part: number, mode: PickMode]; hover: [part: number | null] }>()

const store = useAssetStore()
const undo = useUndoHereStore()
const parts = computed(() => props.revision.inspection?.parts ?? [])

/** A part counts as picked when its first face is. */
const isChosen = computed(() =>
  parts.value.map((_, p) => {
    const first = facesOf(props.model.facesOfPart, p)[0]
    return first !== undefined && props.pick !== null && isInRuns(props.pick.runs, first)
  })
)
const chosen = computed(() => isChosen.value.flatMap((is, p) => (is ? [p] : [])))

/** Parts under the paths that they stand in; a path is a row with the index −1. */
const rows = computed(() => {
  const byPath = new Map<string, { index: number; path: string; name: string; triangles: number }[]>()
  parts.value.forEach(({ name, path, triangles }, index) => {
    const found = byPath.get(path) ?? []
    found.push({ index, path, name, triangles })
    byPath.set(path, found)
  })
  return [...byPath].flatMap(([path, found]) => [
    ...(path ? [{ index: -1, path, name: path, triangles: 0 }] : []),
    ...found
  ])
})

async function ask(title: string, value: string): Promise<string | null> {
  try {
    const answer = await ElMessageBox.prompt('Name', title, {
      inputValue: value,
      confirmButtonText: 'Keep',
      cancelButtonText: CANCEL
    })
    return (answer as { value: string }).value
  } catch {
    return null
  }
}

/** @param question asks for the word, null where it is left as it was; the parts may change while it stands */
async function edit(kind: 'rename' | 'split' | 'merge', question: () => Promise<string | null>): Promise<void> {
  const { id, geometryVersion } = props.revision
  const meant = chosen.value
  const word = await question()
  if (word === null) return
  const isDone = await orSay(() => store.change(() => api.editParts(id, geometryVersion, kind, meant, word)))
  if (isDone) undo.did(store.asset!.id, 'bring-in', { words: `parts: ${kind}`, undo: () => takeEditBack(id) })
}

function takeEditBack(id: number): Promise<void> {
  return store.change(({ revisions }) => api.takeBackPartEdit(id, revisions.find((r) => r.id === id)!.geometryVersion))
}

function rename(): Promise<void> {
  return edit('rename', () => ask('Rename the part', parts.value[chosen.value[0]!]!.name))
}

function split(by: string): Promise<void> {
  return edit('split', () => Promise.resolve(by))
}

function merge(): Promise<void> {
  return edit('merge', () => ask(`Merge ${chosen.value.length} parts into one`, parts.value[chosen.value[0]!]!.name))
}

async function takeBack(): Promise<void> {
  await orSay(() => takeEditBack(props.revision.id))
}

function setPlan(next: SheetPlan): Promise<void> {
  return store.change(({ id, version }) => api.setSheetPlan(id, version, next))
}

/** Adds a sheet by hand that the picked parts share; they leave the sheets that they were on. */
async function ownSheet(): Promise<void> {
  const name = await ask('A sheet of its own for the picked parts', parts.value[chosen.value[0]!]!.name)
  if (name === null) return
  const names = chosen.value.map((p) => parts.value[p]!.name)
  const hand = (store.asset?.sheetPlan?.by === 'hand' ? store.asset.sheetPlan.hand : [])
    .map((s) => ({ name: s.name, parts: s.parts.filter((p) => !names.includes(p)) }))
    .filter((s) => s.parts.length > 0 && s.name !== name)
  const before = store.asset!.sheetPlan ?? { by: 'fitting' as const, hand: [] }
  const next = { by: 'hand' as const, hand: [...hand, { name, parts: names }] }
  const isDone = await orSay(() => setPlan(next))
  if (isDone) undo.did(store.asset!.id, 'bring-in', { words: `the sheet ${name}`, undo: () => setPlan(before), redo: () => setPlan(next) })
}
</script>

<style scoped>
.verbs {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
}

.verbs > * {
  margin: 0;
}

.path {
  padding: 8px 0 2px;
  color: var(--ink-soft);
  font-weight: 600;
}

.part {
  display: flex;
  gap: 8px;
  width: 100%;
  padding: 3px 6px;
  border: none;
  border-bottom: 1px solid var(--rule);
  background: none;
  color: inherit;
  font: inherit;
  font-size: var(--text-small);
  text-align: left;
  cursor: pointer;
}

.part.deep {
  padding-left: 18px;
}

.part:hover {
  background: var(--paper-sunk);
}

.part[aria-pressed='true'] {
  background: var(--accent-soft);
  font-weight: 600;
}

.name {
  flex: 1;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
