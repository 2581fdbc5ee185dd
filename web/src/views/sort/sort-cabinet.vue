<template>
  <aside class="cabinet" aria-label="Cabinet of drawers">
    <div class="head">
      <div class="share">
        <span class="mono number">{{ percent(sorting.claimedShare ?? revision.claimedShare) }}</span>
        <span class="soft small">of the visible surface claimed</span>
      </div>
      <div class="steps">
        <el-button size="small" :disabled="!undone && !picking.hasBefore" :title="undoTitle" @click="commands.get('undo').run()">
          Undo
        </el-button>
        <el-button size="small" :disabled="!redone && !picking.hasNext" :title="redoTitle" @click="commands.get('redo').run()">
          Redo
        </el-button>
      </div>
    </div>
    <div class="tabs">
      <el-radio-group v-model="tab" size="small" aria-label="What the cabinet shows">
        <el-radio-button value="drawers">Drawers</el-radio-button>
        <el-radio-button value="rules">Rules</el-radio-button>
        <el-radio-button value="history">History</el-radio-button>
      </el-radio-group>
      <el-select v-if="tab === 'drawers'" v-model="order" size="small" class="order" aria-label="Order of the pieces">
        <el-option value="size" label="by size" />
        <el-option value="name" label="by name" />
        <el-option value="place" label="by place" />
      </el-select>
    </div>
    <template v-if="tab === 'drawers'">
      <drawer-finder ref="finder" v-model="query" @choose="chooseFound" @leave="query = ''" />
      <ul class="drawers">
        <li v-if="query === ''">
          <drawer-row
            :group="null"
            :drawer="sorting.drawers?.get(0) ?? null"
            :is-counted="sorting.drawers !== null"
            :revision="revision"
            :order="order"
            @claim="emit('claim', null)"
          >
            <command-button v-if="(sorting.drawers?.get(0)?.share ?? 0) > 0" id="next">Next</command-button>
          </drawer-row>
        </li>
        <li v-for="(group, i) in found" :key="group.id">
          <drawer-row
            :group="group"
            :drawer="sorting.drawers?.get(group.number) ?? null"
            :is-counted="sorting.drawers !== null"
            :revision="revision"
            :order="order"
            :class="{ first: query !== '' && i === 0, hand: inHand === group.number }"
            @claim="emit('claim', group)"
            @edit="edited = group"
          />
        </li>
        <li v-if="found.length === 0 && query" class="none small soft">No drawer has “{{ query }}” in its name or keywords.</li>
      </ul>
      <div class="foot">
        <el-button v-work @click="isNew = true">New group</el-button>
        <el-button v-work @click="isProposing = true">Propose groups…</el-button>
        <el-button title="Known pieces: what the studio has sorted before" @click="isKnown = true">Known…</el-button>
      </div>
      <p class="last small">
        <span class="soft">palette: </span>
        <button v-work type="button" class="palette" title="Choose the palette of this asset" @click="isChoosing = true">
          {{ store.asset!.palette?.name ?? 'none' }}
        </button>
      </p>
      <p v-if="undone" class="last small" :title="undone"><span class="soft">last claim:</span> {{ undone }}</p>
    </template>
    <rules-panel v-else-if="tab === 'rules'" :revision="revision" />
    <history-panel v-else @step="(steps) => emit('step', steps)" />
    <group-dialog v-if="edited || isNew" :group="edited" @close="closeGroup" />
    <palette-dialog v-if="isChoosing" @close="isChoosing = false" />
    <known-dialog v-if="isKnown" :revision-id="revision.id" @close="isKnown = false" />
    <proposal-dialog v-if="isProposing" :revision-id="revision.id" :from="null" @close="isProposing = false" />
  </aside>
</template>

<script setup lang="ts">
import { ElButton, ElOption, ElRadioButton, ElRadioGroup, ElSelect } from 'element-plus'
import { computed, nextTick, ref, shallowRef, useTemplateRef } from 'vue'
import { findGroups } from '@/model/find-groups'
import { percent } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useKeysStore } from '@/stores/keys'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import { useCommands } from '@/views/sort/commands'
import CommandButton from '@/views/sort/command-button.vue'
import DrawerFinder from '@/views/sort/drawer-finder.vue'
import DrawerRow from '@/views/sort/drawer-row.vue'
import GroupDialog from '@/views/sort/group-dialog.vue'
import HistoryPanel from '@/views/sort/history-panel.vue'
import PaletteDialog from '@/views/sort/palette-dialog.vue'
import KnownDialog from '@/components/known-dialog.vue'
import ProposalDialog from '@/components/proposal-dialog.vue'
import RulesPanel from '@/views/sort/rules-panel.vue'

import type { Group, Revision } from '@/api/types'
import type { StackOrder } from '@/model/drawers'

defineProps<{ revision: Revision; inHand: number | null }>()
const emit = defineEmits<{ claim: [group: Group | null]; step: [steps: number] }>()

const store = useAssetStore()
const sorting = useSortingStore()
const picking = usePickingStore()
const commands = useCommands()
const keys = useKeysStore()
const finder = useTemplateRef<InstanceType<typeof DrawerFinder>>('finder')
const tab = ref<'drawers' | 'rules' | 'history'>('drawers')
const order = ref<StackOrder>('size')
const query = ref('')
const edited = shallowRef<Group | null>(null)
const isNew = ref(false)
const isProposing = ref(false)
const isKnown = ref(false)
const isChoosing = ref(false)

const found = computed(() => findGroups(store.groups, query.value))
const undone = computed(() => wordsAt(store.asset!.journalPosition))
const redone = computed(() => wordsAt(store.asset!.journalPosition + 1))

/** Picks are taken back before claims are, by button as by key. */
const undoTitle = computed(() => `Undo: ${picking.hasBefore ? 'the last pick' : (undone.value ?? '')}${keyWords('undo')}`)
const redoTitle = computed(() => `Redo: ${picking.hasNext ? 'the last pick' : (redone.value ?? '')}${keyWords('redo')}`)

function keyWords(id: string): string {
  const key = keys.shown(commands.keyOf(commands.get(id)))
  return key ? ` (${key})` : ''
}

function wordsAt(ordinal: number): string | undefined {
  return store.asset!.history.find((e) => e.ordinal === ordinal)?.words
}

function chooseFound(): void {
  if (found.value[0]) emit('claim', found.value[0])
  query.value = ''
}

function closeGroup(): void {
  edited.value = null
  isNew.value = false
}

defineExpose({
  /** Puts the cursor where a drawer is found by typing. */
  async findDrawer(): Promise<void> {
    tab.value = 'drawers'
    await nextTick()
    finder.value?.focus()
  }
})
</script>

<style scoped>
.cabinet {
  display: flex;
  flex-direction: column;
  min-height: 0;
  background: var(--paper-raised);
  border-left: 1px solid var(--ink);
}

.head {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 9px 14px;
  border-bottom: 1px solid var(--rule);
}

.share {
  display: grid;
}

.number {
  font-size: 20px;
  font-weight: 600;
  line-height: 1.1;
}

.steps {
  display: flex;
}

.tabs {
  display: flex;
  align-items: center;
  justify-content: space-between;
  padding: 7px 14px 0;
}

.order {
  width: 96px;
}

.drawers {
  flex: 1;
  overflow: auto;
}

.hand {
  box-shadow: inset 4px 0 0 var(--ink);
}

.first {
  background: var(--accent-soft);
}

.none {
  padding: 10px 14px;
}

.foot {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
  padding: 9px 14px;
  border-top: 1px solid var(--rule);
}

.foot > * {
  flex: 1 1 auto;
  margin: 0;
  padding-inline: 12px;
}

.palette {
  padding: 0;
  border: none;
  background: none;
  color: var(--accent);
  font: inherit;
  text-decoration: underline;
  cursor: pointer;
}

.last {
  padding: 0 14px 6px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
