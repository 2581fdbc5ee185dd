import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/components/say'
import type { MaskPlan, MaskState } from '@/api/types'

const EMPTY: MaskPlan = { borders: [], touchUps: [], masks: [], packs: [] }

/** A change of masks: of the newest state when its turn comes, whatever was kept in between. */
export type MaskChange = (plan: MaskPlan) => MaskPlan

/** One that has not been kept yet. */
interface Pending {
  asset: number
  change: MaskChange
}

/** The masks of the asset that is open: what is kept, and what is tried while a number is dragged. */
export const useMasksStore = defineStore('masks', () => {
  const assetId = ref(0)
  const states = shallowRef<ReadonlyMap<number, MaskState>>(new Map())
  const tried = shallowRef<MaskChange | null>(null)
  const pending = shallowRef<Pending[]>([])
  /** Changes are sent one after another, each based on what the one before it left. */
  let queue: Promise<unknown> = Promise.resolve()
  /** Counts what came of changes. */
  let turns = 0

  const kept = computed(() => states.value.get(assetId.value) ?? null)

  /** What is shown: what is kept, with what is on its way and what is tried now. */
  const plan = computed(() => {
    const own = pending.value.filter((p) => p.asset === assetId.value).map((p) => p.change)
    if (tried.value) own.push(tried.value)
    return own.reduce((before, change) => change(before), kept.value?.plan ?? EMPTY)
  })

  function setState(id: number, state: MaskState | null): void {
    const next = new Map(states.value)
    if (state) next.set(id, state)
    else next.delete(id)
    states.value = next
  }

  async function open(id: number): Promise<void> {
    const isOther = assetId.value !== id
    if (isOther) {
      tried.value = null
      if (!pending.value.some((p) => p.asset === id)) setState(id, null)
    }
    assetId.value = id
    const turn = turns
    const state = await api.masks(id)
    // What was kept meanwhile is newer than what was asked for before.
    if (turn === turns) setState(id, state)
  }

  /** Another state was named by the server: somebody else changed the masks, or we did. */
  async function follow(id: number, state: number): Promise<void> {
    await queue
    if (assetId.value !== id || kept.value?.state !== state) await orSay(() => open(id))
  }

  /** Shows a change without keeping it. */
  function look(change: MaskChange | null): void {
    tried.value = change
  }

  /**
   * Keeps a change as one step that can be undone. It is seen at once. Where somebody else was first it is not kept,
   * nor is what was changed on top of it.
   */
  function keep(words: string, change: MaskChange): Promise<boolean> {
    const own: Pending = { asset: assetId.value, change }
    tried.value = null
    pending.value = [...pending.value, own]
    return run(own.asset, own, () => {
      const { state, plan: newest } = states.value.get(own.asset)!
      return api.keepMasks(own.asset, state, words, change(newest))
    })
  }

  function step(steps: number): Promise<boolean> {
    const asset = assetId.value
    return run(asset, null, () => api.stepMasks(asset, steps))
  }

  function run(asset: number, own: Pending | null, request: () => Promise<MaskState>): Promise<boolean> {
    const done = queue.then(async () => {
      if (own && !pending.value.includes(own)) return false
      let next: MaskState | null = null
      const isKept = await orSay(async () => (next = await request()))
      turns++
      if (isKept) {
        pending.value = pending.value.filter((p) => p !== own)
        setState(asset, next)
      } else {
        pending.value = pending.value.filter((p) => p.asset !== asset)
        await orSay(async () => setState(asset, await api.masks(asset)))
      }
      return isKept
    })
    queue = done
    return done
  }

  return { kept, plan, open, follow, look, keep, step }
})
