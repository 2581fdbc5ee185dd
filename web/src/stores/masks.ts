import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/components/say'
import type { MaskPlan, MaskState } from '@/api/types'

const EMPTY: MaskPlan = { borders: [], touchUps: [], masks: [], packs: [] }

/** The masks of the asset that is open: what is kept, and what is tried while a number is dragged. */
export const useMasksStore = defineStore('masks', () => {
  const assetId = ref(0)
  const kept = shallowRef<MaskState | null>(null)
  const tried = shallowRef<MaskPlan | null>(null)
  /** Changes are sent one after another, each based on what the one before it left. */
  let queue: Promise<unknown> = Promise.resolve()

  /** What is shown: what is tried now, else what is kept. */
  const plan = computed(() => tried.value ?? kept.value?.plan ?? EMPTY)

  async function open(id: number): Promise<void> {
    if (assetId.value !== id) kept.value = null
    assetId.value = id
    const state = await api.masks(id)
    if (assetId.value === id) kept.value = state
  }

  /** Another state was named by the server: somebody else changed the masks, or we did. */
  async function follow(id: number, state: number): Promise<void> {
    await queue
    if (assetId.value !== id || kept.value?.state !== state) await orSay(() => open(id))
  }

  /** Shows a plan without keeping it. */
  function look(next: MaskPlan | null): void {
    tried.value = next
  }

  /** Keeps a change as one step that can be undone. */
  function keep(words: string, next: MaskPlan): Promise<boolean> {
    tried.value = next
    return run(async () => api.keepMasks(assetId.value, kept.value!.state, words, next))
  }

  function step(steps: number): Promise<boolean> {
    return run(() => api.stepMasks(assetId.value, steps))
  }

  function run(request: () => Promise<MaskState>): Promise<boolean> {
    const done = queue.then(async () => {
      const isKept = await orSay(async () => (kept.value = await request()))
      if (!isKept) await orSay(() => open(assetId.value))
      tried.value = null
      return isKept
    })
    queue = done
    return done
  }

  return { kept, plan, open, follow, look, keep, step }
})
