<template>
  <article class="package panel">
    <header>
      <h3 class="mono">{{ handoff.fileName }}</h3>
      <span class="soft small">{{ moment(handoff.createdAt) }}</span>
    </header>
    <job-line v-if="isUnderWay" :share="handoff.share" :doing="handoff.doing" />
    <notice-line v-else-if="handoff.state === 'failed'" kind="bad">{{ handoff.problem }}</notice-line>
    <template v-else>
      <dl class="facts">
        <dt>size</dt>
        <dd>{{ bytes(handoff.bytes ?? 0) }}</dd>
        <dt>SHA-256</dt>
        <dd class="hash">{{ handoff.sha256 }}</dd>
      </dl>
      <div class="verbs">
        <a class="button" :href="api.packageUrl(handoff.id)" download>Download</a>
        <el-button :loading="isSending" @click="sendIt">
          {{ handoff.receipt ? 'Send to the receiver again' : 'Send to the receiver' }}
        </el-button>
      </div>
    </template>
    <notice-line v-if="handoff.receiverProblem" kind="bad">{{ handoff.receiverProblem }}</notice-line>
    <receipt-table v-if="handoff.receipt" :receipt="handoff.receipt" :is-open="isOpen" />
  </article>
</template>

<script setup lang="ts">
import { ElButton } from 'element-plus'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import JobLine from '@/components/job-line.vue'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/components/say'
import { bytes, moment } from '@/model/words'
import { useAssetStore } from '@/stores/asset'
import ReceiptTable from '@/views/hand-off/receipt-table.vue'

import type { Handoff } from '@/api/types'

const props = defineProps<{ handoff: Handoff; isOpen: boolean }>()

const store = useAssetStore()
const isSending = ref(false)
const isUnderWay = computed(() => props.handoff.state === 'waiting' || props.handoff.state === 'running')

async function sendIt(): Promise<void> {
  isSending.value = true
  await orSay(async () => {
    try {
      await api.sendToReceiver(props.handoff.id)
    } finally {
      await store.refresh()
    }
  })
  isSending.value = false
}
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

.verbs {
  display: flex;
  gap: 10px;
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
