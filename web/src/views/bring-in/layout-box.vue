<template>
  <section class="box">
    <job-line v-if="isUnderWay" :share="layout!.share" :doing="layout!.doing">
      <el-button v-work size="small" @click="cancel">Stop</el-button>
    </job-line>
    <notice-line v-else-if="layout?.state === 'failed'" kind="bad">{{ layout.problem }}</notice-line>
    <p v-else-if="revision.hasLayout && layout" class="small">
      Automatic UV layout: {{ count(layout.charts, 'chart') }}, {{ percent(layout.coverage) }} of the sheet.
      <button v-work class="link" type="button" @click="drop">Back to the file's own UVs</button>
    </p>
    <form v-if="isOpen && !isUnderWay" class="form" @submit.prevent="start()">
      <label>
        for a sheet of
        <el-select v-model="size" size="small" aria-label="Size of the sheet">
          <el-option v-for="s in SIZES" :key="s" :value="s" :label="`${s} px`" />
        </el-select>
      </label>
      <label>
        margin, px
        <el-input-number v-model="margin" :min="1" :max="64" size="small" aria-label="Margin in px" />
      </label>
      <p class="soft small wide">Replaces the UVs here; the file stays as it came, and claims stay too.</p>
      <el-button v-work class="wide" type="primary" native-type="submit" :loading="isStarting">Lay it out</el-button>
    </form>
  </section>
</template>

<script setup lang="ts">
import { ElButton, ElInputNumber, ElOption, ElSelect } from 'element-plus'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import JobLine from '@/components/job-line.vue'
import NoticeLine from '@/components/notice-line.vue'
import { orSay } from '@/stores/say'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { count, percent } from '@/model/words'
import { useAssetStore } from '@/stores/asset'

import type { Revision } from '@/api/types'

/** Automatic UV layout of a model: its settings when open, its progress, its outcome. */
const props = defineProps<{ revision: Revision; isOpen: boolean }>()
const emit = defineEmits<{ started: [] }>()

const SIZES = [512, 1024, 2048, 4096, 8192]

const store = useAssetStore()
const size = ref(2048)
const margin = ref(4)
const layout = computed(() => props.revision.layout)
const isUnderWay = computed(() => layout.value?.state === 'waiting' || layout.value?.state === 'running')

const { isUnderWay: isStarting, run: start } = useOneAtATime(async () => {
  await api.layOut(props.revision.id, size.value, margin.value)
  await store.refresh()
  emit('started')
})

async function cancel(): Promise<void> {
  await orSay(() => api.cancelLayout(props.revision.id, layout.value!.id))
}

async function drop(): Promise<void> {
  await orSay(async () => {
    await api.dropLayout(props.revision.id)
    await store.refresh()
  })
}
</script>

<style scoped>
.box:empty {
  display: none;
}

.form {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 8px;
  padding: 10px;
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--paper);
}

.form label {
  display: grid;
  gap: 2px;
  font-size: var(--text-small);
}

.form :deep(.el-input-number) {
  width: 100%;
}

.wide {
  grid-column: 1 / -1;
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
</style>
