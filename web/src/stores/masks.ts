import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { ApiProblem } from '@/api/http'
import { InOrder } from '@/api/in-order'
import { patiently } from '@/api/patiently'
import { usePersonStore } from '@/stores/person'
import { orSay } from '@/stores/say'
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
  /** Whether the server is awaited with something of them. */
  const isAwaited = ref(false)
  const states = shallowRef<ReadonlyMap<number, MaskState>>(new Map())
  const tried = shallowRef<MaskChange | null>(null)
  const pending = shallowRef<Pending[]>([])
  /** Each is based on what the one before it left. */
  const changes = new InOrder()
  /** Rises for an asset when a change of it is sent, and again when its answer is there: odd while one is on its way. */
  const crossings = new Map<number, number>()
  const crossingsOf = (id: number): number => crossings.get(id) ?? 0
  const cross = (id: number): unknown => crossings.set(id, crossingsOf(id) + 1)

  const kept = computed(() => states.value.get(assetId.value) ?? null)

  /** What is meant: what is kept, with what is on its way. */
  const meant = computed(() =>
    pending.value
      .filter((p) => p.asset === assetId.value)
      .reduce((before, p) => p.change(before), kept.value?.plan ?? EMPTY)
  )

  /** What is shown: the same with what is tried now. */
  const plan = computed(() => (tried.value ? tried.value(meant.value) : meant.value))
  const unsent = computed(() => pending.value.length)

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
    await read(id)
  }

  /** Reads the state of an asset for as long as somebody waits for it: it is open, or changes of it are on their way. */
  async function read(id: number): Promise<void> {
    const isWanted = (): boolean => assetId.value === id || pending.value.some((p) => p.asset === id)
    let before = crossingsOf(id)
    const state = await patiently(
      async () => {
        before = crossingsOf(id)
        return isWanted() ? await api.masks(id) : null
      },
      (is) => (isAwaited.value = is)
    )
    // What was read across a change may have it or not; its answer says how things are then.
    const isCrossed = before !== crossingsOf(id) || before % 2 === 1
    if (state && !isCrossed) setState(id, state)
  }

  /** Another state was named by the server: somebody else changed the masks, or we did. */
  async function follow(id: number, state: number): Promise<void> {
    await changes.settled
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
    tried.value = null
    const person = usePersonStore()
    if (!person.mayChange) return orSay(async () => person.needChange())
    const own: Pending = { asset: assetId.value, change }
    pending.value = [...pending.value, own]
    return run(own.asset, own, () => sendPlan(own, words))
  }

  async function sendPlan({ asset, change }: Pending, words: string): Promise<MaskState> {
    const { state, plan: newest } = states.value.get(asset)!
    const next = change(newest)
    let isSentBefore = false
    return patiently(
      () => {
        const isAgain = isSentBefore
        isSentBefore = true
        return api.keepMasks(asset, state, words, next).catch((e: unknown) => arrivedBefore(e, isAgain, asset, next))
      },
      (is) => (isAwaited.value = is)
    )
  }

  /** A change whose answer was lost on its way meets itself when it is sent again. */
  async function arrivedBefore(e: unknown, isAgain: boolean, asset: number, sent: MaskPlan): Promise<MaskState> {
    if (!isAgain || !(e instanceof ApiProblem) || e.status !== 409) throw e
    const there = await api.masks(asset)
    if (JSON.stringify(there.plan) !== JSON.stringify(sent)) throw e
    return there
  }

  function step(steps: number): Promise<boolean> {
    const asset = assetId.value
    return run(asset, null, () => api.stepMasks(asset, steps))
  }

  function run(asset: number, own: Pending | null, request: () => Promise<MaskState>): Promise<boolean> {
    return changes.after(async () => {
      if (own && !pending.value.includes(own)) return false
      let next: MaskState | null = null
      const isKept = await orSay(async () => {
        if (!states.value.has(asset)) await read(asset)
        cross(asset)
        next = await request().finally(() => cross(asset))
      })
      if (isKept) {
        pending.value = pending.value.filter((p) => p !== own)
        setState(asset, next)
      } else {
        pending.value = pending.value.filter((p) => p.asset !== asset)
        await orSay(() => read(asset))
      }
      return isKept
    })
  }

  return { kept, meant, plan, unsent, isAwaited, open, follow, look, keep, step }
})
