import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import type { Asset } from '@/api/types'

/** After which a stream of events that ended for good is opened anew. */
const LISTEN_AGAIN_MS = 3000

/** The asset that is open, kept up to date by the server. */
export const useAssetStore = defineStore('asset', () => {
  const asset = shallowRef<Asset | null>(null)
  const problem = ref<string | null>(null)
  const isConnected = ref(true)
  let events: EventSource | null = null

  const target = computed(() => asset.value?.revisions.find((r) => r.role === 'target' && r.isCurrent) ?? null)
  const sources = computed(() => asset.value?.revisions.filter((r) => r.role === 'source' && r.isCurrent) ?? [])
  const groups = computed(() => asset.value?.groups ?? [])
  /** Tells one state of all claims from another: the entry that was done last, and the groups' numbers. */
  const journalStamp = computed(() => {
    const a = asset.value
    if (!a) return ''
    const last = a.history.find((e) => e.ordinal === a.journalPosition)?.id ?? 0
    return `${last} ${a.groups.map((g) => `${g.id}=${g.number}`).join(' ')}`
  })

  async function open(id: number): Promise<void> {
    if (asset.value?.id === id && events) return
    close()
    try {
      asset.value = await api.asset(id)
    } catch (e) {
      problem.value = (e as Error).message
      return
    }
    listen(id)
  }

  function listen(id: number): void {
    const stream = new EventSource(`/api/assets/${id}/events`)
    events = stream
    stream.addEventListener('asset', (e) => (asset.value = JSON.parse((e as MessageEvent<string>).data) as Asset))
    stream.onopen = () => {
      // What happened while nothing was heard is asked for.
      if (!isConnected.value) void refresh().catch(() => {})
      isConnected.value = true
    }
    stream.onerror = () => {
      isConnected.value = false
      // The browser tries again by itself, but not after an answer that is an error.
      if (stream.readyState !== EventSource.CLOSED) return
      window.setTimeout(() => {
        if (events === stream) listen(id)
      }, LISTEN_AGAIN_MS)
    }
  }

  /** Fetches the state at once, where waiting for the server's event would be felt. */
  async function refresh(): Promise<void> {
    if (asset.value) asset.value = await api.asset(asset.value.id)
  }

  function close(): void {
    events?.close()
    events = null
    asset.value = null
    problem.value = null
    isConnected.value = true
  }

  return { asset, problem, isConnected, target, sources, groups, journalStamp, open, refresh, close }
})
