import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { unclaimedFacesOf, unclaimedPieces } from '@/model/drawers'
import { facesAround, facesOfSameLabel, LABELS_OF_GRAIN } from '@/model/labels'
import { changePick, emptyPick, isSamePick, pickOfRuns } from '@/model/pick'
import { PickTrail } from '@/model/pick-trail'
import { eachInRuns, isInRuns, maskOfRuns, otherRuns, runsOfMask } from '@/model/runs'
import { useLabelsStore } from '@/stores/labels'
import { useSortingStore } from '@/stores/sorting'

import type { PickRequest } from '@/api/types'
import type { Grain, LabelKind } from '@/model/labels'
import type { Pick, PickMode } from '@/model/pick'

const NOTHING = new Uint32Array()

/** What is picked of the model that is sorted, and what is out of sight. */
export const usePickingStore = defineStore('picking', () => {
  const sorting = useSortingStore()
  const labels = useLabelsStore()
  const pick = shallowRef<Pick | null>(null)
  const grain = ref<Grain>('part')
  /** 1 for faces that the artist put out of sight. */
  const away = shallowRef<Uint8Array | null>(null)
  const trail = new PickTrail()
  /** What own claims took, by their entries in the journal. */
  const claimed = new Map<number, Pick>()

  /** Whether a pick can be taken back, and one that was taken back be made again. */
  const hasBefore = computed(() => trail.hasBefore)
  const hasNext = computed(() => trail.hasNext)
  const isPicked = computed(() => (pick.value?.faces ?? 0) > 0)

  watch(
    () => sorting.model,
    (model) => {
      pick.value = model ? emptyPick(model) : null
      away.value = null
      claimed.clear()
      if (pick.value) trail.reset(pick.value)
    },
    { flush: 'sync' }
  )

  function put(next: Pick): void {
    if (pick.value && isSamePick(pick.value, next)) return
    pick.value = next
    trail.push(next)
  }

  function pickFaces(faces: ArrayLike<number>, mode: PickMode): void {
    if (pick.value) put(changePick(pick.value, faces, mode))
  }

  /** @param runs ascending pairs of first and one past the last face */
  function pickRuns(runs: ArrayLike<number>): void {
    if (sorting.model) put(pickOfRuns(sorting.model, runs))
  }

  function pickMask(mask: ArrayLike<number>): void {
    pickRuns(runsOfMask(mask))
  }

  /** A pick that is still being made: seen at once, remembered when it is done. */
  function draft(faces: ArrayLike<number>, mode: PickMode): void {
    if (pick.value) pick.value = changePick(pick.value, faces, mode)
  }

  /** @param before what was picked before the draft was begun */
  function keepDraft(before: Pick): void {
    if (pick.value && !isSamePick(before, pick.value)) trail.push(pick.value)
  }

  /** The faces that a click on a face means now. */
  function facesAt(face: number): Uint32Array {
    const kind = LABELS_OF_GRAIN[grain.value]
    return sorting.model ? facesAround(sorting.model, face, grain.value, kind ? labels.get(kind) : null) : NOTHING
  }

  function pickAt(face: number | null, mode: PickMode): void {
    if (face !== null) pickFaces(facesAt(face), mode)
    else if (mode === 'replace') letGo()
  }

  function letGo(): void {
    if (sorting.model) put(emptyPick(sorting.model))
  }

  async function setGrain(next: Grain): Promise<void> {
    const kind = LABELS_OF_GRAIN[next]
    if (kind) await labels.load(kind)
    grain.value = next
  }

  function invert(): void {
    if (pick.value) pickRuns(otherRuns(pick.value.runs, pick.value.model.facePart.length))
  }

  /** Adds every face that has a label of what is picked. */
  async function takeSame(kind: LabelKind): Promise<void> {
    const found = await labels.load(kind)
    if (pick.value) pickFaces(facesOfSameLabel(found, pick.value.runs), 'add')
  }

  async function pickHidden(): Promise<void> {
    const found = await labels.load('hidden')
    pickMask(found.ofFace)
  }

  /** Lets the server work out a pick from the present one. */
  async function ask(request: Omit<PickRequest, 'faceRanges'>): Promise<void> {
    const { model } = sorting
    if (!model || !pick.value) return
    const ranges = await api.pick(sorting.assetId, model.revisionId, {
      ...request,
      faceRanges: [...pick.value.runs]
    })
    if (sorting.model === model) pickRuns(ranges)
  }

  /** Picks the largest unclaimed piece that is not picked yet; null when nothing is unclaimed. */
  function pickNextUnclaimed(): Pick | null {
    if (!sorting.model || !sorting.faceGroups) return null
    const pieces = unclaimedPieces(sorting.model, sorting.faceGroups, sorting.hidden)
    if (pieces.length === 0) return null
    const facesOf = (piece: number): Uint32Array => unclaimedFacesOf(sorting.model!, sorting.faceGroups!, piece)
    const present = pick.value && isPicked.value ? pieces.findIndex((p) => isInRuns(pick.value!.runs, facesOf(p)[0]!)) : -1
    pickFaces(facesOf(pieces[(present + 1) % pieces.length]!), 'replace')
    return pick.value
  }

  /** The pick goes with a claim. */
  function endWithClaim(): void {
    if (!sorting.model) return
    pick.value = emptyPick(sorting.model)
    trail.reset(pick.value)
  }

  /** A claim was refused: what it took is picked again, unless something else is by now. */
  function giveBack(taken: Pick): void {
    if (!isPicked.value && taken.model === sorting.model) put(taken)
  }

  /** Keeps what the claim of an entry took. */
  function remember(entryId: number, taken: Pick): void {
    claimed.set(entryId, taken)
  }

  /** An entry was undone: what its claim took is picked again. */
  function comeBack(entryId: number): void {
    const taken = claimed.get(entryId)
    if (taken) put(taken)
  }

  /** An entry was redone: what came back with its undoing goes with it again. */
  function goAgain(entryId: number): void {
    if (pick.value && claimed.get(entryId) === pick.value) endWithClaim()
  }

  /** @return false when there is no pick to take back */
  function back(): boolean {
    const before = trail.back()
    if (before) pick.value = before
    return before !== null
  }

  /** @return false when no pick was taken back */
  function forth(): boolean {
    const next = trail.forth()
    if (next) pick.value = next
    return next !== null
  }

  function hidePick(): void {
    if (!pick.value || !isPicked.value) return
    const next = away.value?.slice() ?? new Uint8Array(pick.value.model.facePart.length)
    eachInRuns(pick.value.runs, (f) => (next[f] = 1))
    away.value = next
    letGo()
  }

  function showOnlyPick(): void {
    if (pick.value) showOnly(maskOfRuns(pick.value.runs, pick.value.model.facePart.length))
  }

  /** @param mask 1 for what stays in sight */
  function showOnly(mask: Uint8Array): void {
    away.value = mask.map((v) => 1 - v)
  }

  /** @param mask 1 for what is put out of sight or brought back */
  function setAway(mask: Uint8Array, isAway: boolean): void {
    const next = (away.value ?? new Uint8Array(mask.length)).map((v, f) => (mask[f] ? Number(isAway) : v))
    away.value = next.includes(1) ? next : null
  }

  function showAll(): void {
    away.value = null
  }

  return {
    pick,
    grain,
    away,
    isPicked,
    hasBefore,
    hasNext,
    pickFaces,
    pickRuns,
    pickMask,
    draft,
    keepDraft,
    facesAt,
    pickAt,
    letGo,
    setGrain,
    invert,
    takeSame,
    pickHidden,
    ask,
    pickNextUnclaimed,
    endWithClaim,
    giveBack,
    remember,
    comeBack,
    goAgain,
    back,
    forth,
    hidePick,
    showOnly,
    showOnlyPick,
    setAway,
    showAll
  }
})
