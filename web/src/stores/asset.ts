import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { applyChange, keepSame } from '@/api/asset-change'
import { api } from '@/api/client'
import { takeEarly } from '@/model/early-asset'
import { followAsset } from '@/api/follow-asset'
import { patiently } from '@/api/patiently'
import { InOrder } from '@/api/in-order'
import { usePersonStore } from '@/stores/person'
import type { Asset } from '@/api/types'

/** The asset that is open, kept up to date by the server. */
export const useAssetStore = defineStore('asset', () => {
  const asset = shallowRef<Asset | null>(null)
  const problem = ref<string | null>(null)
  const isConnected = ref(true)
  /** Names of those who have it open where people sign in, oneself among them. */
  const visitors = ref<string[]>([])
  let stopFollowing: (() => void) | null = null
  /** Number of the asset that is being opened. */
  let opening: number | null = null
  /** The state that the server told of last: what its next change is a change of. */
  let told: Asset | null = null
  let heard = 0
  const changes = new InOrder()

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
    if (opening === id || (asset.value?.id === id && stopFollowing)) return
    close()
    opening = id
    let early = takeEarly(id)
    try {
      const opened = await patiently(
        async () => {
          if (opening !== id) return null
          const asked = early ?? api.asset(id)
          early = null
          return await asked
        },
        (isWaiting) => {
          if (opening === id) isConnected.value = !isWaiting
        }
      )
      if (opening !== id || !opened) return
      asset.value = opened
    } catch (e) {
      if (opening === id) problem.value = (e as Error).message
      return
    } finally {
      if (opening === id) opening = null
    }
    stopFollowing = followAsset(id, {
      whole: hear,
      changed: (change) => {
        if (told) hear(applyChange(told, change))
      },
      isConnected: (is) => (isConnected.value = is),
      visitors: (names) => (visitors.value = names)
    })
  }

  /** A state that comes when its asset is no longer open is nobody's. */
  function put(now: Asset): void {
    if (asset.value?.id === now.id) asset.value = keepSame(asset.value, now)
  }

  function hear(now: Asset): void {
    if (asset.value?.id !== now.id) return
    told = now
    heard++
    put(now)
  }

  /** Fetches the state at once, where waiting for the server's event would be felt. */
  async function refresh(): Promise<void> {
    if (!asset.value) return
    const { id } = asset.value
    const isOpen = (): boolean => asset.value?.id === id
    let before: number
    let now: Asset | null
    do {
      before = heard
      now = await patiently(async () => (isOpen() ? await api.asset(id) : null))
      // An answer may be older than what was told while it was under way.
    } while (heard !== before && isOpen())
    if (now) put(now)
  }

  /**
   * Changes the asset that is open, behind what has been changed before: each change is made of the newest state, so
   * that quick ones do not meet each other.
   */
  function change(request: (asset: Asset) => Promise<unknown>): Promise<void> {
    const id = asset.value!.id
    usePersonStore().needChange()
    return changes.after(async () => {
      if (asset.value?.id !== id) return
      await request(asset.value)
      await refresh()
    })
  }

  function close(): void {
    stopFollowing?.()
    stopFollowing = told = opening = null
    asset.value = null
    problem.value = null
    isConnected.value = true
    visitors.value = []
  }

  return { asset, problem, isConnected, visitors, target, sources, groups, journalStamp, open, refresh, change, close }
})
