import { defineStore } from 'pinia'
import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { unclaimedFacesOf, unclaimedPieces } from '@/model/drawers'
import { facesAround, runsAroundAll, facesOfSameLabel, LABELS_OF_GRAIN } from '@/model/labels'
import { changePick, changePickByRuns, emptyPick, isSamePick, pickOfRuns } from '@/model/pick'
import { PickTrail } from '@/model/pick-trail'
import { eachInRuns, isInRuns, maskOfRuns, otherRuns, runsOfMask } from '@/model/runs'
import { useLabelsStore } from '@/stores/labels'
import { NewestPick } from '@/stores/newest-pick'
import { useSortingStore } from '@/stores/sorting'

import type { PickRequest } from '@/api/types'
import type { Grain, LabelKind, Labels } from '@/model/labels'
import type { Model } from '@/model/model'
import type { Pick, PickMode } from '@/model/pick'
import type { HeldPick, PickStep } from '@/stores/newest-pick'

const NOTHING = new Uint32Array()

/** What is picked of the model that is sorted, and what is out of sight. */
export const usePickingStore = defineStore('picking', () => {
  const sorting = useSortingStore()
  const labels = useLabelsStore()
  const trail = new PickTrail()
  const newest = new NewestPick((next) => trail.push(next))
  /** What is picked as far as it is known. */
  const pick = computed(() => newest.shown.value)
  const grain = ref<Grain>('part')
  /** Counts the grains that were asked for, so that the last one counts. */
  let grains = 0
  /** The grain that was asked for last and waits for its labels; null when there is none. */
  let grainToCome: Promise<unknown> | null = null
  /** Claims of picks that are still worked out. */
  let claimsToCome: Promise<unknown> | null = null
  /** 1 for faces that the artist put out of sight. */
  const away = shallowRef<Uint8Array | null>(null)
  /** What own claims took, by their entries in the journal. */
  const claimed = new Map<number, Pick>()

  /** Whether a pick can be taken back, and one that was taken back be made again. */
  const hasBefore = computed(() => trail.hasBefore)
  const hasNext = computed(() => trail.hasNext)
  const isPicked = computed(() => (pick.value?.faces ?? 0) > 0)
  /** Whether the server still works out what is picked. */
  const isComing = computed(() => newest.isComing.value)

  watch(
    () => sorting.model,
    (model) => {
      const empty = model ? emptyPick(model) : null
      newest.replace(empty, false)
      if (empty) trail.reset(empty)
      away.value = null
      claimed.clear()
      claimsToCome = null
      if (model) keepGrain(model)
    },
    { flush: 'sync' }
  )

  /** What a click picks stays from model to model, where the next one has it. */
  function keepGrain(model: Model): void {
    const isMissing = (grain.value === 'island' && !model.uvs) || (grain.value === 'color' && !model.colors)
    // A label that cannot be read is told of when somebody picks by it.
    void setGrain(isMissing ? 'part' : grain.value).catch(() => undefined)
  }

  function put(next: Pick): void {
    if (pick.value && isSamePick(pick.value, next)) newest.cancel()
    else newest.replace(next)
  }

  /** Makes the next pick of the newest one; one that came to the same leaves no trace. */
  function change(step: PickStep, isOnTrail = true): Promise<void> {
    const orSame = (before: Pick, next: Pick): Pick => (isSamePick(before, next) ? before : next)
    return newest.change((before, signal) => {
      const next = step(before, signal)
      return next instanceof Promise ? next.then((n) => orSame(before, n)) : orSame(before, next)
    }, isOnTrail)
  }

  function pickFaces(faces: ArrayLike<number>, mode: PickMode): void {
    if (pick.value && mode === 'replace') put(changePick(pick.value, faces, mode))
    else void change((before) => changePick(before, faces, mode))
  }

  /** @param runs ascending pairs of first and one past the last face */
  function pickRuns(runs: ArrayLike<number>): void {
    if (sorting.model) put(pickOfRuns(sorting.model, runs))
  }

  function pickMask(mask: ArrayLike<number>): void {
    pickRuns(runsOfMask(mask))
  }

  /**
   * Picks what the server answers, unless something else was picked by then.
   *
   * @param ranges null for what is not wanted any more
   */
  function pickAnswer(ranges: () => Promise<ArrayLike<number> | null>): Promise<void> {
    return change(async (before) => {
      const found = await ranges()
      return found && before.model === sorting.model ? pickOfRuns(before.model, found) : before
    })
  }

  /** Begins a pick with nothing that is seen while it is being made, and remembered when it is done. */
  function beginDraft(): void {
    if (sorting.model) newest.replace(emptyPick(sorting.model), false)
  }

  /** @param before what was picked before the draft was begun */
  function keepDraft(before: Pick): void {
    void newest.change((made) => {
      if (!isSamePick(before, made)) trail.push(made)
      return made
    }, false)
  }

  /** A draft was taken away: what was picked before it is picked again. */
  function dropDraft(before: Pick): void {
    if (before.model === sorting.model) newest.replace(before, false)
  }

  /** The faces that a click on a face means now; none while its labels are not known. */
  function facesAt(face: number): Uint32Array {
    const kind = LABELS_OF_GRAIN[grain.value]
    const known = kind ? labels.get(kind) : null
    return !sorting.model || (kind && !known) ? NOTHING : facesAround(sorting.model, face, grain.value, known)
  }

  /** What must come before anybody knows which faces a click means; null when it is there. */
  function meaningToCome(): Promise<unknown> | null {
    const kind = LABELS_OF_GRAIN[grain.value]
    return grainToCome ?? (kind && !labels.get(kind) ? labels.load(kind) : null)
  }

  /**
   * Picks what clicks on these faces mean: what was asked for before them, although it may be still to come.
   *
   * @param isDraft of a pick that is still being made
   */
  function pickAround(faces: ArrayLike<number>, mode: PickMode, isDraft = false): Promise<void> {
    const meant = (before: Pick): Pick => {
      const kind = LABELS_OF_GRAIN[grain.value]
      return changePickByRuns(before, runsAroundAll(before.model, faces, grain.value, kind ? labels.get(kind) : null), mode)
    }
    const toCome = meaningToCome()
    if (!toCome && mode === 'replace' && pick.value) {
      put(meant(pick.value))
      return Promise.resolve()
    }
    return change((before) => (toCome ? toCome.then(() => meant(before)) : meant(before)), !isDraft)
  }

  async function pickAt(face: number | null, mode: PickMode): Promise<void> {
    if (face !== null) await pickAround([face], mode)
    else if (mode === 'replace') letGo()
  }

  function letGo(): void {
    if (sorting.model) put(emptyPick(sorting.model))
  }

  async function setGrain(next: Grain): Promise<void> {
    const own = ++grains
    const kind = LABELS_OF_GRAIN[next]
    if (!kind || labels.get(kind)) {
      grainToCome = null
      grain.value = next
      return
    }
    const coming = labels.load(kind).then(() => {
      if (own === grains) grain.value = next
    })
    grainToCome = coming
    try {
      await coming
    } finally {
      if (grainToCome === coming) grainToCome = null
    }
  }

  function invert(): void {
    void change((before) => pickOfRuns(before.model, otherRuns(before.runs, before.model.facePart.length)))
  }

  /** Adds every face that has a label of what is picked. */
  function takeSame(kind: LabelKind): Promise<void> {
    const add = (before: Pick, found: Labels): Pick => changePick(before, facesOfSameLabel(found, before.runs), 'add')
    return change((before) => {
      const known = labels.get(kind)
      return known ? add(before, known) : labels.load(kind).then((found) => add(before, found))
    })
  }

  function pickHidden(): Promise<void> {
    return pickAnswer(async () => runsOfMask((await labels.load('hidden')).ofFace))
  }

  /** Lets the server work out a pick from the newest one. */
  function ask(request: Omit<PickRequest, 'faceRanges'>): Promise<void> {
    return change(async (before, signal) => {
      const asked = { ...request, faceRanges: [...before.runs] }
      return pickOfRuns(before.model, await api.pick(sorting.assetId, before.model.revisionId, asked, signal))
    })
  }

  /** Picks the largest unclaimed piece that is not picked yet. @param onPicked told of it; of null when nothing is unclaimed */
  function pickNextUnclaimed(onPicked: (next: Pick | null) => void): void {
    void change((before) => {
      const step = (): Pick => {
        const next = nextUnclaimed(before)
        onPicked(next)
        return next ?? before
      }
      // What is claimed by a key that was pressed before is not unclaimed.
      return claimsToCome ? claimsToCome.then(step) : step()
    })
  }

  function nextUnclaimed(before: Pick): Pick | null {
    if (before.model !== sorting.model || !sorting.faceGroups) return null
    const groups = sorting.faceGroups
    const pieces = unclaimedPieces(before.model, groups, sorting.hidden)
    if (pieces.length === 0) return null
    const facesOf = (piece: number): Uint32Array => unclaimedFacesOf(before.model, groups, piece)
    const present = before.faces > 0 ? pieces.findIndex((p) => isInRuns(before.runs, facesOf(p)[0]!)) : -1
    return changePick(before, facesOf(pieces[(present + 1) % pieces.length]!), 'replace')
  }

  /** What is picked now, to be claimed later. */
  function hold(): HeldPick | null {
    return newest.hold()
  }

  /**
   * Has a held pick claimed, after those that were to be claimed before it. What has been picked since stays.
   *
   * @param act told of the pick; of null when it did not come
   */
  function claimHeld(held: HeldPick, act: (taken: Pick | null) => void): void {
    if (newest.isStill(held)) endWithClaim()
    if (!claimsToCome && !(held.of instanceof Promise)) {
      act(held.of)
      return
    }
    const own: Promise<unknown> = Promise.all([held.of, claimsToCome]).then(([taken]) => {
      if (claimsToCome === own) claimsToCome = null
      act(taken)
    })
    claimsToCome = own
  }

  /** The pick goes with a claim. */
  function endWithClaim(): void {
    if (!sorting.model) return
    const empty = emptyPick(sorting.model)
    newest.replace(empty, false)
    trail.reset(empty)
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
    // What is still worked out is not on the trail yet: it is taken back by not coming.
    if (newest.cancel()) return true
    const before = trail.back()
    if (before) newest.replace(before, false)
    return before !== null
  }

  /** @return false when no pick was taken back */
  function forth(): boolean {
    const next = trail.forth()
    if (next) newest.replace(next, false)
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
    pickAround,
    beginDraft,
    keepDraft,
    dropDraft,
    isComing,
    pickAnswer,
    hold,
    claimHeld,
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
