<template>
  <section class="kept panel" aria-label="Kept up to date">
    <header>
      <el-checkbox
        v-work
        :model-value="asset.kept !== null"
        :disabled="isUnderWay || (!folder && !asset.kept)"
        label="Keep the folder up to date"
        @change="(isOn: string | number | boolean) => put(isOn === true)"
      />
      <span v-if="asset.kept" class="state" :class="asset.kept.state" role="status">{{ keptWords(asset) }}</span>
    </header>
    <p v-if="asset.kept" class="small">
      <span class="mono folder">{{ asset.kept.folder }}</span>
    </p>
    <p v-else-if="folder" class="small soft">
      What is sorted, masked or brought in is baked as the last time, packed by this template, and put into the hand-off folder by itself: only files that differ, the manifest last.
    </p>
    <p v-else class="small soft">No hand-off folder is set: name one by IDIOTAXA_HANDOFF_FOLDER and start again.</p>
    <notice-line v-if="asset.kept?.problem" kind="warn">{{ asset.kept.problem }}</notice-line>
  </section>
</template>

<script setup lang="ts">
import { ElCheckbox } from 'element-plus'
import { api } from '@/api/client'
import NoticeLine from '@/components/notice-line.vue'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { keptWords } from '@/model/kept-words'
import { useAssetStore } from '@/stores/asset'
import { orSay } from '@/stores/say'
import { useUndoHereStore } from '@/stores/undo-here'

import type { Asset } from '@/api/types'

const props = defineProps<{
  asset: Asset
  /** Where packages are put for other tools, null when no folder is set. */
  folder: string | null
}>()

const store = useAssetStore()
const undo = useUndoHereStore()

const { isUnderWay, run: put } = useOneAtATime(async (isKept: boolean) => {
  const id = props.asset.id
  const change = (to: boolean) => (): Promise<void> => store.change(() => (to ? api.keepPackage(id) : api.leavePackage(id)))
  if (!(await orSay(change(isKept)))) return
  undo.did(id, 'hand-off', {
    words: isKept ? 'the folder kept up to date' : 'the folder kept no longer',
    undo: change(!isKept),
    redo: change(isKept)
  })
})
</script>

<style scoped>
.kept {
  display: grid;
  gap: 6px;
  padding: 10px 12px;
}

header {
  display: flex;
  align-items: center;
  gap: 10px;
}

.state {
  margin-left: auto;
  font-size: var(--text-small);
  white-space: nowrap;
}

.state.held {
  color: var(--warn);
}

.folder {
  overflow-wrap: anywhere;
}
</style>
