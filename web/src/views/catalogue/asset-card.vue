<template>
  <article class="card">
    <router-link :to="{ name: entry, params: { id: asset.id } }" class="open">
      <div class="picture">
        <img v-if="asset.shownRevision" :src="api.pictureUrl(asset.id, asset.shownRevision, asset.entryId)" :alt="`Picture of ${asset.name}`" loading="lazy" />
        <span v-else>no model yet</span>
      </div>
      <div class="words">
        <h2>{{ asset.name }}</h2>
        <dl class="facts">
          <dt>claimed</dt>
          <dd>{{ percent(asset.claimedShare) }}</dd>
          <dt>last bake</dt>
          <dd>{{ asset.lastBakeAt ? moment(asset.lastBakeAt) : 'none yet' }}</dd>
          <dt>last hand-off</dt>
          <dd>{{ asset.lastHandoffAt ? moment(asset.lastHandoffAt) : 'none yet' }}</dd>
          <dt>open findings</dt>
          <dd>{{ findings }}</dd>
        </dl>
      </div>
    </router-link>
    <div v-if="person.mayWork" class="verbs">
      <button class="word-button" type="button" :aria-label="`Rename ${asset.name}`" @click="rename">Rename</button>
      <button class="word-button" type="button" :aria-label="`Copy ${asset.name}`" @click="copy()">Copy</button>
      <button class="word-button" type="button" :aria-label="`Put ${asset.name} into the trash`" @click="trash">To the trash</button>
    </div>
  </article>
</template>

<script setup lang="ts">
import { ElMessage, ElMessageBox } from 'element-plus'
import { computed } from 'vue'
import { api } from '@/api/client'
import { useOneAtATime } from '@/components/use-one-at-a-time'
import { orSay } from '@/stores/say'
import { moment, percent } from '@/model/words'
import { usePersonStore } from '@/stores/person'
import { CANCEL } from '@/stores/ask'

import type { AssetSummary } from '@/api/types'

const props = defineProps<{ asset: AssetSummary }>()
const emit = defineEmits<{ changed: [] }>()

const person = usePersonStore()
const findings = computed(() => Object.values(props.asset.open).reduce((sum, n) => sum + n, 0))
const entry = computed(() => (props.asset.shownRevision ? 'sort' : 'bring-in'))

async function rename(): Promise<void> {
  const { id, name, version } = props.asset
  const answer = await ElMessageBox.prompt('', 'Rename the asset', {
    inputValue: name,
    inputPattern: /\S/,
    inputErrorMessage: 'A name has 1 to 120 characters.',
    confirmButtonText: 'Rename it',
    cancelButtonText: CANCEL
  }).catch(() => null)
  if (!answer) return
  await orSay(() => api.renameAsset(id, version, answer.value))
  emit('changed')
}

const { run: copy } = useOneAtATime(async () => {
  await api.copyAsset(props.asset.id)
  ElMessage({ type: 'success', message: `Copy of ${props.asset.name} begins as this one stands now, without its bakes and packages.` })
  emit('changed')
})

async function trash(): Promise<void> {
  await orSay(async () => {
    await api.putIntoTrash('asset', props.asset.id)
    ElMessage({ type: 'success', message: `${props.asset.name} lies in the trash; it can be taken back there.` })
  })
  emit('changed')
}
</script>

<style scoped>
.card {
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--paper-raised);
}

.card:hover,
.card:focus-within {
  border-color: var(--ink);
  box-shadow: 0 1px 0 var(--ink);
}

.open {
  display: grid;
  text-decoration: none;
}

.picture {
  display: grid;
  place-items: center;
  height: 210px;
  background: var(--stage);
  color: #fff;
}

.picture img {
  width: 100%;
  height: 210px;
  object-fit: contain;
}

.words {
  display: grid;
  gap: 8px;
  padding: 12px 14px 8px;
}

.verbs {
  display: flex;
  gap: 14px;
  padding: 0 14px 10px;
}
</style>
