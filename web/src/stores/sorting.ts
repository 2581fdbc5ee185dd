import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { fillDrawers, unclaimedPieces } from '@/model/drawers'
import { facesAround } from '@/model/model'
import { changePick, emptyPick, faceRanges } from '@/model/pick'
import { useModelsStore } from '@/stores/models'

import type { Group, Revision } from '@/api/types'
import type { Grain, Model } from '@/model/model'
import type { Pick, PickMode } from '@/model/pick'

/** No state of the journal has this stamp. */
const UNKNOWN = -1

/** The model that is being sorted, its claims and the pick. */
export const useSortingStore = defineStore('sorting', () => {
  const model = shallowRef<Model | null>(null)
  const faceGroups = shallowRef<Uint16Array | null>(null)
  const pick = shallowRef<Pick | null>(null)
  const grain = ref<Grain>('part')
  let assetId = 0
  let loads = 0
  let loadedStamp = UNKNOWN
  let wantedStamp = UNKNOWN
  let sending: Promise<unknown> = Promise.resolve()
  let unsent = 0

  const drawers = computed(() =>
    model.value && faceGroups.value ? fillDrawers(model.value, faceGroups.value) : new Map()
  )
  const claimedShare = computed(() => 1 - (drawers.value.get(0)?.share ?? 0))

  async function show(asset: number, revision: Revision, stamp: number): Promise<void> {
    assetId = asset
    const load = ++loads
    if (model.value?.revisionId !== revision.id || model.value.version !== revision.geometryVersion) {
      model.value = faceGroups.value = pick.value = null
      const next = await useModelsStore().get(asset, revision)
      if (load !== loads) return
      model.value = next
      pick.value = emptyPick(next)
      loadedStamp = UNKNOWN
    }
    await followJournal(stamp)
  }

  /** Fetches the claims when the journal has moved, but not while own claims are on their way. */
  async function followJournal(stamp: number): Promise<void> {
    wantedStamp = stamp
    if (!model.value || stamp === loadedStamp || unsent > 0) return
    const load = loads
    const groups = await api.faceGroups(assetId, model.value.revisionId)
    if (load !== loads || unsent > 0) return
    loadedStamp = stamp
    faceGroups.value = groups
  }

  function pickFaces(faces: ArrayLike<number>, mode: PickMode): void {
    if (model.value && pick.value) pick.value = changePick(model.value, pick.value, faces, mode)
  }

  function pickAt(face: number | null, mode: PickMode): void {
    if (face !== null && model.value) pickFaces(facesAround(model.value, face, grain.value), mode)
    else if (mode === 'replace') clearPick()
  }

  function clearPick(): void {
    if (model.value) pick.value = emptyPick(model.value)
  }

  /** Puts the pick into a drawer; it is seen at once, and claims reach the server one after another. */
  async function claim(group: Group | null): Promise<void> {
    if (!model.value || !faceGroups.value || !pick.value || pick.value.faces === 0) return
    const { revisionId } = model.value
    const mask = pick.value.mask
    faceGroups.value = faceGroups.value.map((g, f) => (mask[f] ? (group?.number ?? 0) : g))
    clearPick()
    unsent++
    try {
      await inOrder(() => api.claim(assetId, revisionId, group?.id ?? 0, faceRanges(mask)))
    } finally {
      unsent--
      if (unsent === 0) await followJournal(wantedStamp)
    }
  }

  /** Undoes (negative) or redoes steps, behind what is still on its way. */
  async function step(steps: number): Promise<void> {
    await inOrder(() => api.step(assetId, steps))
  }

  /** Sends changes of the journal one after another; what was loaded before is out of date then. */
  function inOrder<T>(request: () => Promise<T>): Promise<T> {
    const sent = sending.then(request)
    const forget = (): void => void (loadedStamp = UNKNOWN)
    sending = sent.then(forget, forget)
    return sent
  }

  /** Picks the largest unclaimed piece that is not picked yet; null when nothing is unclaimed. */
  function pickNextUnclaimed(): Pick | null {
    if (!model.value || !faceGroups.value) return null
    const pieces = unclaimedPieces(model.value, faceGroups.value)
    if (pieces.length === 0) return null
    const present = pieces.findIndex((p) => pick.value?.mask[p.faces[0]!] === 1)
    pickFaces(pieces[(present + 1) % pieces.length]!.faces, 'replace')
    return pick.value
  }

  return {
    model,
    faceGroups,
    pick,
    grain,
    drawers,
    claimedShare,
    show,
    followJournal,
    pickFaces,
    pickAt,
    clearPick,
    claim,
    step,
    pickNextUnclaimed
  }
})
