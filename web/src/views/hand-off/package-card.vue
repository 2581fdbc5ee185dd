<template>
  <article class="package panel">
    <header>
      <h3 class="mono">{{ handoff.fileName }}</h3>
      <span class="soft small" :title="handoff.isByItself ? 'Nobody asked for it but the folder that is kept up to date' : undefined">{{ handoff.isByItself ? 'by itself, ' : '' }}{{ moment(handoff.createdAt) }}</span>
    </header>
    <job-line v-if="isUnderWay" :share="handoff.share" :doing="handoff.doing">
      <button v-work class="word-button" type="button" @click="orSay(() => api.stopPacking(handoff.id))">Stop</button>
    </job-line>
    <notice-line v-else-if="handoff.state === 'cancelled'" kind="warn">
      Packing was stopped. <button v-work class="small-button" type="button" @click="again()">Make it after all</button>
    </notice-line>
    <notice-line v-else-if="handoff.state === 'failed'" kind="bad">{{ handoff.problem }}</notice-line>
    <template v-if="!isUnderWay && handoff.bytes !== null">
      <dl class="facts">
        <template v-if="handoff.template">
          <dt>template</dt>
          <dd class="word">{{ handoff.template }}</dd>
        </template>
        <dt>bake</dt>
        <dd class="word">{{ bakeMoment }}</dd>
        <dt>size</dt>
        <dd>{{ bytes(handoff.bytes ?? 0) }}</dd>
        <dt>SHA-256</dt>
        <dd class="hash" :title="handoff.sha256 ?? ''">{{ handoff.sha256?.slice(0, 24) }}…</dd>
        <template v-if="handoff.changes">
          <dt>changes</dt>
          <dd class="word">
            {{ handoff.changes }}
            <button class="small-button" type="button" :aria-expanded="files !== null" @click="showFiles">{{ files ? 'Hide files' : 'Files' }}</button>
            <button v-work class="small-button" type="button" title="From what is kept of it; it comes out byte for byte as it was, or says that it does not" @click="again()">Make it again</button>
          </dd>
        </template>
        <template v-if="handoff.deliveredTo">
          <dt>in the folder as</dt>
          <dd>{{ handoff.deliveredTo }}</dd>
        </template>
      </dl>
      <ul v-if="files" class="files" data-testid="packed-files">
        <li v-for="f in files" :key="`${f.path} ${f.change}`" class="mono small" :class="f.change ?? ''">
          <span class="change">{{ f.change === 'same' ? '' : f.change }}</span>{{ f.path }}
        </li>
      </ul>
      <div class="verbs">
        <a class="button" :href="api.packageUrl(handoff.id)" download>Download</a>
        <el-button v-work :loading="isSending" @click="sendIt()">{{ handoff.receipt ? 'Send again' : 'Send to the receiver' }}</el-button>
        <el-tooltip :content="folder ? `Puts it whole into ${folder}` : 'No hand-off folder is set: name one by IDIOTAXA_HANDOFF_FOLDER and start again.'">
          <span><el-button v-work :disabled="!folder" @click="deliver">Put into the folder</el-button></span>
        </el-tooltip>
        <button v-work class="word-button" type="button" @click="trash">To the trash</button>
      </div>
    </template>
    <notice-line v-if="handoff.receiverProblem" kind="bad">{{ handoff.receiverProblem }}</notice-line>
    <receipt-table v-if="handoff.receipt" :receipt="handoff.receipt" :is-open="isOpen" />
  </article>
</template>

<script setup lang="ts">
import { ElButton, ElMessage, ElTooltip } from 'element-plus'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import JobLine from '@/components/job-line.vue'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { bytes, moment } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import ReceiptTable from '@/views/hand-off/receipt-table.vue'
import { useUndoHereStore } from '@/stores/undo-here'

import type { Handoff, PackedFile } from '@/api/types'

const props = defineProps<{
  handoff: Handoff
  isOpen: boolean
  /** Where packages are put for other tools, null when no folder is set. */
  folder: string | null
  bakeMoment: string
}>()

const store = useAssetStore()
const undo = useUndoHereStore()
const isUnderWay = computed(() => props.handoff.state === 'waiting' || props.handoff.state === 'running')

const files = shallowRef<PackedFile[] | null>(null)
async function showFiles(): Promise<void> {
  if (files.value) files.value = null
  else await orSay(async () => (files.value = (await api.packedFiles(props.handoff.id)).files))
}

async function deliver(): Promise<void> {
  await orSay(async () => {
    await api.deliver(props.handoff.id)
    await store.refresh()
  })
}

async function trash(): Promise<void> {
  const { id } = props.handoff
  const put = (): Promise<void> => store.change(() => api.putIntoTrash('package', id))
  await orSay(async () => {
    await put()
    undo.did(store.asset!.id, 'hand-off', { words: 'a package put into the trash', undo: () => store.change(() => api.takeBack('package', id)), redo: put })
    ElMessage({ type: 'success', message: 'The package lies in the trash; it can be taken back there.' })
  })
}

/** It comes out byte for byte as it was, or says that it does not. */
const { run: again } = useOneAtATime(async () => {
  await api.makeAgain(props.handoff.id)
  isAgain.value = true
  await store.refresh()
  tellAgain()
})
const isAgain = ref(false)
/** A small package may be made again before anybody asks how it stands. */
function tellAgain(): void {
  if (!isAgain.value || isUnderWay.value) return
  isAgain.value = false
  if (props.handoff.state === 'done') {
    ElMessage({ type: 'success', message: 'Made again: byte for byte the same package.' })
  }
}
watch(() => props.handoff.state, tellAgain)

const { isUnderWay: isSending, run: sendIt } = useOneAtATime(async () => {
  try {
    await api.sendToReceiver(props.handoff.id)
  } finally {
    await store.refresh()
  }
})
</script>

<style scoped>
.package {
  display: grid;
  gap: 10px;
  padding: 14px;
}

header {
  display: flex;
  align-items: baseline;
  justify-content: space-between;
}

.hash {
  overflow-wrap: anywhere;
}

.facts .small-button {
  margin-left: 6px;
}

.facts .word {
  font-family: var(--sans);
  word-spacing: normal;
}

.files {
  max-height: 180px;
  overflow: auto;
  padding: 4px 8px;
  border: 1px solid var(--rule);
  background: var(--paper);
}

.files li {
  display: grid;
  grid-template-columns: 66px 1fr;
  overflow-wrap: anywhere;
}

.change {
  color: var(--accent);
  font-weight: 600;
}

.gone {
  color: var(--ink-soft);
  text-decoration: line-through;
}

.gone .change {
  text-decoration: none;
}

.verbs {
  display: flex;
  flex-wrap: wrap;
  gap: 8px;
}

.verbs .el-button {
  margin: 0;
}

.button {
  display: inline-flex;
  align-items: center;
  height: 32px;
  padding: 0 16px;
  border: 1px solid var(--ink);
  border-radius: var(--radius);
  background: var(--ink);
  color: var(--paper-raised);
  font-weight: 600;
  text-decoration: none;
}
</style>
