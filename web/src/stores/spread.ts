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

import type { DrawnStrokes, Following, JournalState } from '@/api/types'
import type { Runs } from '@/model/runs'

/** Group number of every face with some faces laid into other drawers. */
function laid(present: Uint16Array, shares: { groupId: number; faceRanges: ArrayLike<number> }[]): Uint16Array {
  const { groups } = useAssetStore()
  const next = present.slice()
  for (const share of shares) {
    const number = groups.find((g) => g.id === share.groupId)?.number
    if (number !== undefined) eachInRuns(Uint32Array.from(share.faceRanges), (f) => (next[f] = number))
  }
  return next
}

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
  /** The strokes that what follows is the answer to: where none came it is still that of earlier ones. */
  let answered: Stroke[] | null = null

  const all = computed(() => (drawn.value ? [...strokes.value, drawn.value] : strokes.value))
  const size = computed(() => (following.value?.groups ?? []).reduce((n, g) => n + (g.groupId === 0 ? 0 : sizeOfRuns(Uint32Array.from(g.faceRanges))), 0))

  /** Group number of every face, as it would be. */
  const preview = computed(() => {
    const present = sorting.faceGroups
    if (!isOn.value || !present) return present
    // What is drawn is seen at once; what follows it comes with the answer.
    const now = drawn.value ? [{ groupId: drawn.value.groupId, faceRanges: drawn.value.faces }] : []
    return laid(present, [...(following.value?.groups ?? []), ...now])
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
        const answer = await api.spread(sorting.assetId, model.revisionId, bodyOf(asked), own.signal)
        if (abort !== own || sorting.model !== model) return
        following.value = asked.length > 0 ? answer : null
        answered = asked
      } catch (e) {
        if (!own.signal.aborted) throw e
      } finally {
        if (abort === own) isComing.value = false
      }
    })
  }

  function bodyOf(asked: Stroke[]): DrawnStrokes {
    return {
      strokes: asked.map((s) => ({ groupId: s.groupId, faceRanges: [...s.faces] })),
      faceRanges: within.value ? [...within.value] : undefined
    }
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

  /** Claims what follows what is drawn now, however late that is answered, as one step; what is refused is drawn again. */
  async function keep(): Promise<void> {
    const { model, assetId } = sorting
    if (!model || strokes.value.length === 0) return
    const before = { strokes: strokes.value, within: within.value }
    const answer = answered === before.strokes ? following.value : api.spread(assetId, model.revisionId, bodyOf(before.strokes), new AbortController().signal)
    leave()
    forget()
    const isKept = await orSay(async () => {
      const groups = (await answer)?.groups.filter((g) => g.groupId !== 0) ?? []
      if (groups.length === 0) throw new Error('Nothing follows these strokes: what they touch has a group already, or is left alone.')
      const request = (asset: number): Promise<JournalState> => api.claimSeveral(asset, model.revisionId, groups, before.within === null)
      const remember = (state: JournalState): void => useOwnStepsStore().remember(assetId, state)
      // Another model may be shown by now: it is claimed where it was drawn, all the same.
      if (sorting.model === model && sorting.faceGroups) await sorting.put(laid(sorting.faceGroups, groups), request, remember)
      else remember(await sorting.send(() => request(assetId)))
    })
    if (isKept) {
      if (before.within && sorting.model === model) picking.letGo()
    } else if (sorting.model === model && strokes.value.length === 0) {
      strokes.value = before.strokes
      within.value = before.within
      isOn.value = true
      void ask()
    }
  }

  return { isOn, strokes, within, following, size, isComing, preview, marks, begin, leave, draw, endStroke, dropStroke, takeBack, drawAgain, keep }
})
