import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { ApiProblem } from '@/api/http'
import { indexFaces } from '@/model/model'
import { maskOfRuns, runsOfMask } from '@/model/runs'
import { useModelsStore } from '@/stores/models'
import { useSortingStore } from '@/stores/sorting'

import type { Group, JournalState, Revision } from '@/api/types'
import type { Model } from '@/model/model'

const BRASS = { id: 70, number: 7 } as Group
const ROPE = { id: 50, number: 5 } as Group
const NONE = new Set<number>()

function fourFaces(): Model {
  const facePart = Uint32Array.of(0, 0, 0, 0)
  const facePiece = Uint32Array.of(0, 1, 2, 3)
  return {
    revisionId: 3,
    facePart,
    facePiece,
    faceArea: Float32Array.of(1, 1, 1, 1),
    area: 4,
    facesOfPart: indexFaces(facePart),
    facesOfPiece: indexFaces(facePiece)
  } as unknown as Model
}

/** A server that keeps claims, and can be away or refuse. */
class Server {
  readonly truth = new Uint16Array(4)
  readonly arrived: number[] = []
  isAway = false
  refused: number | null = null

  claim = (_asset: number, _revision: number, group: number, ranges: number[]): Promise<JournalState> => {
    if (this.isAway) return Promise.reject(new ApiProblem(0, 'away'))
    if (group === this.refused) return Promise.reject(new ApiProblem(409, 'The group is gone.'))
    this.arrived.push(group)
    for (const [f, isIn] of maskOfRuns(ranges, 4).entries()) if (isIn) this.truth[f] = group / 10
    return Promise.resolve({ position: this.arrived.length, entryId: this.arrived.length } as JournalState)
  }
}

describe('claims', () => {
  let server: Server

  beforeEach(async () => {
    vi.useFakeTimers()
    setActivePinia(createPinia())
    server = new Server()
    vi.spyOn(api, 'claim').mockImplementation(server.claim as unknown as typeof api.claim)
    vi.spyOn(api, 'faceGroups').mockImplementation(() => Promise.resolve(server.truth.slice()))
    const sorting = useSortingStore()
    sorting.model = fourFaces()
    await sorting.followJournal('0 70=7 50=5')
  })
  afterEach(() => {
    vi.restoreAllMocks()
    vi.useRealTimers()
  })

  it('are counted when the model has been drawn, and not before', async () => {
    const sorting = useSortingStore()
    const next = { ...fourFaces(), revisionId: 4, version: 1 }
    vi.spyOn(useModelsStore(), 'get').mockResolvedValue(next)
    server.truth.set([7, 0, 0, 0])
    await sorting.show(1, { id: 4, geometryVersion: 1 } as Revision, 'later')
    expect([...sorting.faceGroups!]).toEqual([7, 0, 0, 0])
    expect(sorting.drawers).toBeNull()
    // The same model is shown again with what somebody has claimed meanwhile.
    server.truth.set([7, 7, 0, 0])
    await sorting.show(1, { id: 4, geometryVersion: 1 } as Revision, 'later still')
    await vi.advanceTimersByTimeAsync(400)
    expect(sorting.drawers!.get(7)).toMatchObject({ faces: 2, share: 0.5 })
    expect(sorting.claimedShare).toBe(0.5)
  })

  it('are seen at once and wait for a server that is away, in their order', async () => {
    const sorting = useSortingStore()
    server.isAway = true
    const first = sorting.claim(BRASS, runsOfMask(Uint8Array.of(1, 1, 0, 0)), NONE)
    const second = sorting.claim(ROPE, runsOfMask(Uint8Array.of(0, 1, 1, 0)), NONE)
    expect([...sorting.faceGroups!]).toEqual([7, 5, 5, 0])
    await vi.advanceTimersByTimeAsync(5000)
    expect(sorting.unsent).toBe(2)
    expect(sorting.isWaiting).toBe(true)
    expect(server.arrived).toEqual([])
    server.isAway = false
    await vi.advanceTimersByTimeAsync(20_000)
    await Promise.all([first, second])
    expect(server.arrived).toEqual([70, 50])
    expect(sorting.unsent).toBe(0)
    expect(sorting.isWaiting).toBe(false)
    expect([...sorting.faceGroups!]).toEqual([7, 5, 5, 0])
  })

  it('tell where the journal stands before what waits behind them is begun', async () => {
    const sorting = useSortingStore()
    const order: string[] = []
    const claimed = sorting.claim(BRASS, runsOfMask(Uint8Array.of(1, 0, 0, 0)), NONE, (state) => order.push(`stored ${state.entryId}`))
    const next = sorting.inOrder(async () => order.push('next'))
    await Promise.all([claimed, next])
    expect(order).toEqual(['stored 1', 'next'])
  })

  it('that are refused are thrown, and seen no more', async () => {
    const sorting = useSortingStore()
    server.refused = 70
    const refused = sorting.claim(BRASS, runsOfMask(Uint8Array.of(1, 1, 0, 0)), NONE)
    const kept = sorting.claim(ROPE, runsOfMask(Uint8Array.of(0, 0, 0, 1)), NONE)
    await expect(refused).rejects.toThrow('The group is gone.')
    await kept
    await vi.runAllTimersAsync()
    expect([...sorting.faceGroups!]).toEqual([0, 0, 0, 5])
    expect(sorting.unsent).toBe(0)
  })
})

describe('a model that is seen before its claims are known', () => {
  const revision = { id: 3, geometryVersion: 0, geometryKey: 'k' } as Revision
  let answer: (groups: Uint16Array<ArrayBuffer>) => void
  let claim: ReturnType<typeof vi.fn>

  beforeEach(() => {
    setActivePinia(createPinia())
    vi.spyOn(useModelsStore(), 'get').mockResolvedValue({ ...fourFaces(), version: 0 } as Model)
    vi.spyOn(api, 'faceGroups').mockImplementation(() => new Promise((resolve) => (answer = resolve)))
    claim = vi.spyOn(api, 'claim').mockResolvedValue({ position: 1, entryId: 1 } as JournalState) as unknown as typeof claim
  })
  afterEach(() => vi.restoreAllMocks())

  it('asks for both at once, and keeps a claim for when it can be seen', async () => {
    const sorting = useSortingStore()
    void sorting.show(1, revision, 'first')
    await flushPromises()
    expect(api.faceGroups).toHaveBeenCalledOnce()
    const claimed = sorting.claim(BRASS, runsOfMask(Uint8Array.of(0, 1, 1, 0)), NONE)
    await flushPromises()
    expect(claim).not.toHaveBeenCalled()
    vi.mocked(api.faceGroups).mockResolvedValue(Uint16Array.of(5, 7, 7, 5))
    answer(Uint16Array.of(5, 5, 5, 5))
    await claimed
    expect(claim).toHaveBeenCalledWith(1, 3, 70, [1, 3])
    expect([...sorting.faceGroups!]).toEqual([5, 7, 7, 5])
  })

  it('leaves a claim out whose model was replaced meanwhile', async () => {
    const sorting = useSortingStore()
    void sorting.show(1, revision, 'first')
    await flushPromises()
    const claimed = sorting.claim(BRASS, runsOfMask(Uint8Array.of(1, 1, 1, 1)), NONE)
    const before = answer
    vi.mocked(useModelsStore().get).mockResolvedValue({ ...fourFaces(), revisionId: 4, version: 0 } as Model)
    void sorting.show(1, { ...revision, id: 4 } as Revision, 'second')
    await flushPromises()
    before(Uint16Array.of(5, 5, 5, 5))
    await claimed
    expect(claim).not.toHaveBeenCalled()
  })
})
