<template>
  <span v-if="words" class="queue small" role="status">
    <router-link v-if="person.mayManage" to="/queue" title="What is being worked on">{{ words }}</router-link>
    <template v-else>{{ words }}</template>
  </span>
</template>

<script setup lang="ts">
import { useDocumentVisibility, useIntervalFn, watchDebounced } from '@vueuse/core'
import { computed, ref } from 'vue'
import { api } from '@/api/client'
import { useAssetStore } from '@/stores/asset'
import { usePersonStore } from '@/stores/person'
import type { QueueNow } from '@/api/types'

/** What is being worked on now, in one line; nothing while nothing is. */
const LOOK_MS = 5000
const CHANGE_MS = 300
const store = useAssetStore()
const person = usePersonStore()
const now = ref<QueueNow | null>(null)
const visibility = useDocumentVisibility()

const words = computed(() => {
  const { running = 0, waiting = 0 } = now.value ?? {}
  return [...(running > 0 ? [`${running} running`] : []), ...(waiting > 0 ? [`${waiting} waiting`] : [])].join(', ')
})

useIntervalFn(look, LOOK_MS, { immediateCallback: true })
// What ends here is told with the asset: it is not called running until the next look.
watchDebounced(
  () => store.asset,
  () => words.value && look(),
  { debounce: CHANGE_MS }
)
async function look(): Promise<void> {
  if (visibility.value !== 'visible' || !person.me?.isSignedIn) return
  // A server that is away says so elsewhere.
  now.value = await api.queueNow().catch(() => null)
}
</script>

<style scoped>
.queue {
  align-self: center;
  padding: 1px 8px;
  border: 1px solid var(--rule-strong);
  border-radius: 10px;
  color: var(--ink-soft);
  white-space: nowrap;
}

a {
  text-decoration: none;
}

a:hover {
  color: var(--ink);
}
</style>
