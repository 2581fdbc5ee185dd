<template>
  <aside class="cabinet" aria-label="Cabinet of drawers">
    <div class="head">
      <div class="share">
        <span class="mono number">{{ percent(sorting.claimedShare) }}</span>
        <span class="soft small">of the surface claimed</span>
      </div>
      <div class="steps">
        <el-button size="small" :disabled="!undone" :title="undone ? `Undo: ${undone} (Ctrl+Z)` : ''" @click="emit('step', -1)">
          Undo
        </el-button>
        <el-button size="small" :disabled="!redone" :title="redone ? `Redo: ${redone} (Ctrl+Shift+Z)` : ''" @click="emit('step', 1)">
          Redo
        </el-button>
      </div>
    </div>
    <ul class="drawers">
      <li>
        <drawer-row
          :group="null"
          :drawer="sorting.drawers.get(0) ?? null"
          @claim="emit('claim', null)"
          @pick-part="pickPart"
        >
          <el-button v-if="sorting.drawers.has(0)" size="small" title="N" @click="emit('showUnclaimed')">Next</el-button>
        </drawer-row>
      </li>
      <li v-for="group in store.groups" :key="group.id">
        <drawer-row
          :group="group"
          :drawer="sorting.drawers.get(group.number) ?? null"
          @claim="emit('claim', group)"
          @edit="edited = group"
          @pick-part="pickPart"
        />
      </li>
    </ul>
    <div class="foot">
      <el-button @click="isNew = true">New group</el-button>
      <el-button @click="isProposing = true">Propose groups…</el-button>
    </div>
    <p v-if="undone" class="last small">
      <span class="soft">last claim:</span> {{ undone }}
    </p>
    <group-dialog v-if="edited || isNew" :group="edited" @close="closeGroup" />
    <proposal-dialog v-if="isProposing" :revision="revision" @close="isProposing = false" />
  </aside>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref, shallowRef } from 'vue'
import { percent } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import { useSortingStore } from '@/stores/sorting'
import DrawerRow from '@/views/sort/drawer-row.vue'
import GroupDialog from '@/views/sort/group-dialog.vue'
import ProposalDialog from '@/views/sort/proposal-dialog.vue'

import type { Group, Revision } from '@/api/types'
import type { PickMode } from '@/model/pick'

defineProps<{ revision: Revision }>()
const emit = defineEmits<{ claim: [group: Group | null]; showUnclaimed: []; step: [steps: number] }>()

const store = useAssetStore()
const sorting = useSortingStore()
const edited = shallowRef<Group | null>(null)
const isNew = ref(false)
const isProposing = ref(false)

const undone = computed(() => wordsAt(store.asset!.journalPosition))
const redone = computed(() => wordsAt(store.asset!.journalPosition + 1))

function wordsAt(ordinal: number): string | undefined {
  return store.asset!.history.find((e) => e.ordinal === ordinal)?.words
}

/** Picks what of a part lies in one drawer. */
function pickPart(part: number, number: number, mode: PickMode): void {
  const { model, faceGroups } = sorting
  if (!model || !faceGroups) return
  const { start, faces } = model.facesOfPart
  sorting.pickFaces(
    faces.subarray(start[part], start[part + 1]).filter((f) => faceGroups[f] === number),
    mode
  )
}

function closeGroup(): void {
  edited.value = null
  isNew.value = false
}
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
  padding: 10px 14px;
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

.drawers {
  flex: 1;
  overflow: auto;
}

.foot {
  display: flex;
  gap: 8px;
  padding: 10px 14px;
  border-top: 1px solid var(--rule);
}

.foot > * {
  flex: 1;
  margin: 0;
}

.last {
  padding: 0 14px 10px;
  overflow: hidden;
  text-overflow: ellipsis;
  white-space: nowrap;
}
</style>
