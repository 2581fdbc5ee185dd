import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { eachInRuns, joinRuns, NO_RUNS, runsOfFaces, sizeOfRuns } from '@/model/runs'
import { pickOfRuns } from '@/model/pick'
import { useAssetStore } from '@/stores/asset'
import { useOwnStepsStore } from '@/stores/own-steps'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'

import type { Following } from '@/api/types'
import type { Runs } from '@/model/runs'

/** While a stroke is drawn an answer is asked for no more often than this, ms. */
const LIVE_MS = 600

/** A stroke over the model; of group 0, what follows is left alone. */
interface Stroke {
  groupId: number
  faces: Runs
}

/**
 * Strokes over a surface that no part or piece divides, and what follows them: shown as if it were claimed, and claimed when
 * it is kept. The newest strokes are answered; an answer that was overtaken is dropped.
 */
export const useSpreadStore = defineStore('spread', () => {
  const sorting = useSortingStore()
  const picking = usePickingStore()
  const isOn = ref(false)
  const strokes = shallowRef<Stroke[]>([])
  /** Strokes that were taken back, the last one last. */
  const takenBack = shallowRef<Stroke[]>([])
  /** The one that is drawn now. */
  const drawn = shallowRef<Stroke | null>(null)
  /** What was picked to follow; null for all that is unclaimed in the parts that strokes touch. */
  const within = shallowRef<Runs | null>(null)
  const following = shallowRef<Following | null>(null)
  const isComing = ref(false)
  let abort = new AbortController()
  let askedAt = 0

  const all = computed(() => (drawn.value ? [...strokes.value, drawn.value] : strokes.value))
  const size = computed(() => (following.value?.groups ?? []).reduce((n, g) => n + (g.groupId === 0 ? 0 : sizeOfRuns(Uint32Array.from(g.faceRanges))), 0))

  /** Group number of every face, as it would be. */
  const preview = computed(() => {
    const present = sorting.faceGroups
    if (!isOn.value || !present) return present
    const groups = useAssetStore().groups
    const next = present.slice()
    const lay = (groupId: number, runs: Runs): void => {
      const number = groups.find((g) => g.id === groupId)?.number
      if (number !== undefined) eachInRuns(runs, (f) => (next[f] = number))
    }
    for (const g of following.value?.groups ?? []) lay(g.groupId, Uint32Array.from(g.faceRanges))
    // What is drawn is seen at once; what follows it comes with the answer.
    if (drawn.value) lay(drawn.value.groupId, drawn.value.faces)
    return next
  })
  /** The faces of the strokes, outlined like a pick. */
  const marks = computed(() =>
    sorting.model ? pickOfRuns(sorting.model, all.value.reduce((runs, s) => joinRuns(runs, s.faces), NO_RUNS)) : null
  )

  watch(
    () => sorting.model,
    () => {
      isOn.value = false
      forget()
    }
  )

  function forget(): void {
    strokes.value = takenBack.value = []
    drawn.value = following.value = null
  }

  /** What is picked is what may follow; strokes that were put aside are taken up again. */
  function begin(): void {
    if (!sorting.model) return
    isOn.value = true
    within.value = picking.isPicked ? picking.pick!.runs : null
    void ask()
  }

  /** Strokes stay, for when they are taken up again. */
  function leave(): void {
    abort.abort()
    isOn.value = isComing.value = false
    drawn.value = null
  }

  /** Has the newest strokes answered; without any, the surface is measured for the first of them. */
  async function ask(): Promise<void> {
    const { model } = sorting
    if (!model) return
    abort.abort()
    const own = (abort = new AbortController())
    askedAt = performance.now()
    isComing.value = true
    const asked = all.value
    await orSay(async () => {
      try {
        const body = {
          strokes: asked.map((s) => ({ groupId: s.groupId, faceRanges: [...s.faces] })),
          faceRanges: within.value ? [...within.value] : undefined
        }
        const answer = await api.spread(sorting.assetId, model.revisionId, body, own.signal)
        if (abort === own && sorting.model === model) following.value = asked.length > 0 ? answer : null
      } catch (e) {
        if (!own.signal.aborted) throw e
      } finally {
        if (abort === own) isComing.value = false
      }
    })
  }

  function draw(groupId: number, faces: number[]): void {
    const before = drawn.value ?? { groupId, faces: NO_RUNS }
    const runs = joinRuns(before.faces, runsOfFaces(faces))
    if (drawn.value && sizeOfRuns(runs) === sizeOfRuns(before.faces)) return
    drawn.value = { ...before, faces: runs }
    if (!isComing.value && performance.now() - askedAt > LIVE_MS) void ask()
  }

  function endStroke(): void {
    const { value: stroke } = drawn
    drawn.value = null
    if (!stroke || stroke.faces.length === 0) return
    strokes.value = [...strokes.value, stroke]
    takenBack.value = []
    void ask()
  }

  function dropStroke(): void {
    if (!drawn.value) return
    drawn.value = null
    void ask()
  }

  /** @returns false when there is no stroke */
  function takeBack(): boolean {
    const last = strokes.value.at(-1)
    if (!last) return false
    strokes.value = strokes.value.slice(0, -1)
    takenBack.value = [...takenBack.value, last]
    void ask()
    return true
  }

  /** @returns false when none was taken back */
  function drawAgain(): boolean {
    const next = takenBack.value.at(-1)
    if (!next) return false
    takenBack.value = takenBack.value.slice(0, -1)
    strokes.value = [...strokes.value, next]
    void ask()
    return true
  }

  /** Claims what follows, as one step; what is refused is drawn again. */
  async function keep(): Promise<void> {
    const { model } = sorting
    const next = preview.value
    const kept = following.value?.groups.filter((g) => g.groupId !== 0) ?? []
    if (!model || !next || kept.length === 0 || isComing.value) return
    const before = { strokes: strokes.value, following: following.value }
    const isUnclaimedOnly = within.value === null
    isOn.value = false
    forget()
    const isKept = await orSay(() =>
      sorting.put(
        next,
        (asset) => api.claimSeveral(asset, model.revisionId, kept, isUnclaimedOnly),
        (state) => useOwnStepsStore().remember(sorting.assetId, state)
      )
    )
    if (isKept) picking.letGo()
    else if (sorting.model === model && strokes.value.length === 0) {
      strokes.value = before.strokes
      following.value = before.following
      isOn.value = true
    }
  }

  return { isOn, strokes, within, following, size, isComing, preview, marks, begin, leave, draw, endStroke, dropStroke, takeBack, drawAgain, keep }
})
