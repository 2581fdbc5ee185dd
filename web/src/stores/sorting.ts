import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { InOrder } from '@/api/in-order'
import { DrawerTally } from '@/model/drawer-tally'
import { eachInRuns } from '@/model/runs'
import { useModelsStore } from '@/stores/models'
import { usePersonStore } from '@/stores/person'
import { whenDrawn } from '@/stores/when-drawn'

import type { Group, JournalState, Revision } from '@/api/types'
import type { Drawer } from '@/model/drawer-tally'
import type { Model } from '@/model/model'
import type { Runs } from '@/model/runs'

/** No state of the journal has this stamp. */
const UNKNOWN = ''

/** The model that is being sorted and its claims. */
export const useSortingStore = defineStore('sorting', () => {
  const model = shallowRef<Model | null>(null)
  const faceGroups = shallowRef<Uint16Array | null>(null)
  /** 1 for faces that are seen from nowhere outside; null while nobody knows. */
  const hidden = shallowRef<ArrayLike<number> | null>(null)
  const assetId = ref(0)
  let loads = 0
  /** Counts what is asked and what is changed, so that an answer that was overtaken is not taken. */
  let turns = 0
  let loadedStamp = UNKNOWN
  let wantedStamp = UNKNOWN
  const changes = new InOrder()
  /** The showing of the present model, with its claims. */
  let showing: Promise<void> = Promise.resolve()
  /** Claims that are on their way. */
  const unsent = ref(0)
  /** Whether they wait for a server that does not answer. */
  const isWaiting = computed(() => changes.state.isWaiting)

  /** Whether the model has been drawn: it is seen first, and counted then. */
  const isDrawn = ref(false)
  /** Kept from claim to claim, as long as it counts the same surface. */
  let tally: DrawerTally | null = null
  /** Null while there is nothing to count yet. */
  const drawers = computed<Map<number, Drawer> | null>(() => {
    if (!model.value || !faceGroups.value || !isDrawn.value) {
      tally = null
      return null
    }
    if (tally?.model === model.value && tally.hidden === hidden.value) tally.follow(faceGroups.value)
    else tally = new DrawerTally(model.value, faceGroups.value, hidden.value)
    return tally.drawers()
  })
  /** Of the visible surface; null while it is not counted. */
  const claimedShare = computed(() => drawers.value && 1 - (drawers.value.get(0)?.share ?? 0))

  function show(asset: number, revision: Revision, stamp: string): Promise<void> {
    showing = load(asset, revision, stamp)
    return showing
  }

  async function load(asset: number, revision: Revision, stamp: string): Promise<void> {
    assetId.value = asset
    const own = ++loads
    if (model.value?.revisionId !== revision.id || model.value.version !== revision.geometryVersion) {
      model.value = faceGroups.value = hidden.value = null
      isDrawn.value = false
      const groups = api.faceGroups(asset, revision.id)
      // Where the model fails too, that is what is told.
      groups.catch(() => undefined)
      const next = await useModelsStore().get(asset, revision)
      if (own !== loads) return
      model.value = next
      loadedStamp = UNKNOWN
      void whenDrawn().then(() => {
        if (model.value === next) isDrawn.value = true
      })
      await followJournal(stamp, groups)
      return
    }
    await followJournal(stamp)
  }

  /**
   * Fetches the claims when the journal has moved, but not while own claims are on their way.
   *
   * @param asked for already, beside the model
   */
  async function followJournal(stamp: string, asked?: Promise<Uint16Array>): Promise<void> {
    wantedStamp = stamp
    if (!model.value || stamp === loadedStamp || unsent.value > 0) return
    const load = loads
    const turn = ++turns
    const groups = await (asked ?? api.faceGroups(assetId.value, model.value.revisionId))
    if (load !== loads || turn !== turns || unsent.value > 0) return
    loadedStamp = stamp
    faceGroups.value = groups
  }

  /**
   * Puts faces into a drawer; it is seen at once, and claims reach the server one after another, as soon as
   * it answers. What it refuses is thrown, and seen no more.
   *
   * @param faces as runs
   * @param locked numbers of drawers that keep what lies in them
   * @param onStored told where the journal stands with it, before whatever waits in line behind it is begun
   */
  async function claim(
    group: Group | null,
    faces: Runs,
    locked: Set<number>,
    onStored: (state: JournalState) => void = () => {}
  ): Promise<void> {
    usePersonStore().needChange()
    // A model is seen, and picked on, a moment before its claims are known.
    const meant = model.value
    if (!faceGroups.value) await showing
    if (!model.value || model.value !== meant || !faceGroups.value) return
    const { revisionId } = model.value
    const number = group?.number ?? 0
    const next = faceGroups.value.slice()
    eachInRuns(faces, (f) => {
      if (!locked.has(next[f]!)) next[f] = number
    })
    const ranges = [...faces]
    await put(next, (asset) => api.claim(asset, revisionId, group?.id ?? 0, ranges), onStored)
  }

  /**
   * Shows claims at once and sends them behind those before; throws what is refused, and shows it no more.
   *
   * @param next group number of every face
   */
  async function put(
    next: Uint16Array,
    request: (asset: number) => Promise<JournalState>,
    onStored: (state: JournalState) => void
  ): Promise<void> {
    usePersonStore().needChange()
    faceGroups.value = next
    turns++
    unsent.value++
    try {
      const asset = assetId.value
      await forgetting(changes.send(async () => onStored(await request(asset))))
    } finally {
      unsent.value--
      if (unsent.value === 0) await followJournal(wantedStamp)
    }
  }

  /** Sends a change of the journal behind those before it, and patiently: it comes to the same when it arrives twice. */
  function send<T>(request: () => Promise<T>): Promise<T> {
    return forgetting(changes.send(request))
  }

  /** The same for what is sent once only. */
  function inOrder<T>(request: () => Promise<T>): Promise<T> {
    return forgetting(changes.after(request))
  }

  /** What was loaded before a change of the journal is out of date after it. */
  async function forgetting<T>(change: Promise<T>): Promise<T> {
    try {
      return await change
    } finally {
      loadedStamp = UNKNOWN
      turns++
    }
  }

  return { model, faceGroups, hidden, assetId, drawers, claimedShare, unsent, isWaiting, show, followJournal, claim, put, send, inOrder }
})
