import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { ApiProblem } from '@/api/http'
import { indexFaces } from '@/model/model'
import { maskOfRuns, runsOfMask } from '@/model/runs'
import { useSortingStore } from '@/stores/sorting'

import type { Group, JournalState } from '@/api/types'
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
