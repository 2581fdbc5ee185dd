<template>
  <router-link :to="{ name: entry, params: { id: asset.id } }" class="card">
    <div class="picture">
      <img v-if="shown" :src="api.pictureUrl(asset.id, shown.id, stamp)" :alt="`Picture of ${asset.name}`" />
      <span v-else>no model yet</span>
    </div>
    <div class="words">
      <h2>{{ asset.name }}</h2>
      <dl class="facts">
        <dt>claimed</dt>
        <dd>{{ percent(claimed) }}</dd>
        <dt>last bake</dt>
        <dd>{{ asset.bakes[0] ? moment(asset.bakes[0].createdAt) : 'none yet' }}</dd>
        <dt>last hand-off</dt>
        <dd>{{ asset.handoffs[0] ? moment(asset.handoffs[0].createdAt) : 'none yet' }}</dd>
        <dt>open findings</dt>
        <dd>{{ findings }}</dd>
      </dl>
    </div>
  </router-link>
</template>

<script setup lang="ts">
import { computed } from 'vue'
import { api } from '@/api/client'
import { moment, percent } from '@/model/words'

import type { Asset, Revision } from '@/api/types'

const props = defineProps<{ asset: Asset }>()

/** The model that is sorted furthest, of equals the target. */
const shown = computed(() => {
  const current = props.asset.revisions.filter((r) => r.isCurrent)
  const rank = (r: Revision): number => r.claimedShare + (r.role === 'target' ? 1e-9 : 0)
  return current.sort((a, b) => rank(b) - rank(a))[0] ?? null
})
const claimed = computed(() => shown.value?.claimedShare ?? 0)
const findings = computed(() => Object.values(props.asset.open).reduce((sum, n) => sum + n, 0))
const entry = computed(() => (shown.value ? 'sort' : 'bring-in'))
const stamp = computed(() => props.asset.history.find((e) => e.ordinal === props.asset.journalPosition)?.id ?? 0)
</script>

<style scoped>
.card {
  display: grid;
  border: 1px solid var(--rule-strong);
  border-radius: var(--radius);
  background: var(--paper-raised);
  text-decoration: none;
}

.card:hover {
  border-color: var(--ink);
  box-shadow: 0 1px 0 var(--ink);
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
  padding: 12px 14px 14px;
}
</style>
