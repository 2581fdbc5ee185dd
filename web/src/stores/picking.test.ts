import { createPinia, setActivePinia } from 'pinia'
import { flushPromises } from '@vue/test-utils'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { indexFaces } from '@/model/model'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import type { Model } from '@/model/model'
import type { Pick } from '@/model/pick'

/** Three faces of one part, each a piece of its own. */
function threeFaces(): Model {
  const facePart = Uint32Array.of(0, 1, 2)
  const facePiece = Uint32Array.of(0, 1, 2)
  return {
    facePart,
    revisionId: 1,
    uvs: new Float32Array(),
    facePiece,
    faceArea: Float32Array.of(1, 2, 1),
    area: 4,
    facesOfPart: indexFaces(facePart),
    facesOfPiece: indexFaces(facePiece)
  } as unknown as Model
}

describe('picking', () => {
  beforeEach(() => {
    setActivePinia(createPinia())
    usePickingStore()
    useSortingStore().model = threeFaces()
  })

  it('takes accidental picks back one by one', () => {
    const picking = usePickingStore()
    picking.pickFaces([0], 'replace')
    picking.pickFaces([1], 'add')
    picking.pickFaces([1], 'add')
    expect(picking.back()).toBe(true)
    expect([...picking.pick!.mask()]).toEqual([1, 0, 0])
    expect(picking.forth()).toBe(true)
    expect([...picking.pick!.mask()]).toEqual([1, 1, 0])
    expect(picking.forth()).toBe(false)
  })

  it('brings the pick of exactly the undone claim back, and lets it go with the redone one', () => {
    const picking = usePickingStore()
    picking.pickFaces([2], 'replace')
    const taken = picking.pick!
    picking.endWithClaim()
    picking.remember(11, taken)
    expect(picking.isPicked).toBe(false)
    picking.comeBack(12)
    expect(picking.isPicked).toBe(false)
    picking.comeBack(11)
    expect([...picking.pick!.mask()]).toEqual([0, 0, 1])
    picking.goAgain(12)
    expect(picking.isPicked).toBe(true)
    picking.goAgain(11)
    expect(picking.isPicked).toBe(false)
  })

  it('remembers a sweep as one pick', () => {
    const picking = usePickingStore()
    const before = picking.pick!
    picking.beginDraft()
    void picking.pickAround([0], 'add', true)
    void picking.pickAround([1], 'add', true)
    picking.keepDraft(before)
    expect(picking.pick!.faces).toBe(2)
    expect(picking.back()).toBe(true)
    expect(picking.pick!.faces).toBe(0)
    expect(picking.back()).toBe(false)
  })

  it('puts faces out of sight and brings them back', () => {
    const picking = usePickingStore()
    picking.pickFaces([1], 'replace')
    picking.hidePick()
    expect([...picking.away!]).toEqual([0, 1, 0])
    expect(picking.isPicked).toBe(false)
    picking.setAway(Uint8Array.of(0, 1, 0), false)
    expect(picking.away).toBeNull()
    picking.showOnly(Uint8Array.of(1, 0, 0))
    expect([...picking.away!]).toEqual([0, 1, 1])
    picking.showAll()
    picking.invert()
    expect(picking.pick!.faces).toBe(3)
  })

  it('takes a sweep that the system takes away back whole', () => {
    const picking = usePickingStore()
    picking.pickFaces([2], 'replace')
    const before = picking.pick!
    picking.beginDraft()
    void picking.pickAround([0], 'add', true)
    picking.dropDraft(before)
    expect([...picking.pick!.mask()]).toEqual([0, 0, 1])
  })
})

/** Answers that come when the test says so, in any order. */
function answers<T>(): { ask: () => Promise<T>; give: (at: number, value: T) => Promise<void>; refuse: (at: number) => Promise<void> } {
  const open: { resolve: (value: T) => void; reject: (e: Error) => void }[] = []
  return {
    ask: () => new Promise((resolve, reject) => open.push({ resolve, reject })),
    async give(at, value) {
      open[at]!.resolve(value)
      await flushPromises()
    },
    async refuse(at) {
      open[at]!.reject(new Error('refused'))
      await flushPromises()
    }
  }
}

describe('picks that the server works out', () => {
  let server = answers<number[]>()
  const asked: number[][] = []

  beforeEach(() => {
    setActivePinia(createPinia())
    usePickingStore()
    useSortingStore().model = threeFaces()
    useSortingStore().faceGroups = Uint16Array.of(0, 0, 0)
    server = answers()
    asked.length = 0
    vi.spyOn(api, 'pick').mockImplementation((_asset, _revision, request) => {
      asked.push([...request.faceRanges])
      return server.ask()
    })
  })
  afterEach(() => void vi.restoreAllMocks())

  const picked = (): number[] => [...usePickingStore().pick!.mask()]
  const grow = (): Promise<unknown> => usePickingStore().ask({ verb: 'grow' }).catch((e: Error) => e.message)

  it('never take the place of a newer one', async () => {
    const picking = usePickingStore()
    picking.pickFaces([0], 'replace')
    void grow()
    picking.pickFaces([2], 'replace')
    await server.give(0, [0, 2])
    expect(picked()).toEqual([0, 0, 1])
    expect(picking.isComing).toBe(false)
  })

  it('are worked out one from the other when a key is pressed twice', async () => {
    const picking = usePickingStore()
    picking.pickFaces([0], 'replace')
    void grow()
    void grow()
    expect(asked).toEqual([[0, 1]])
    await server.give(0, [0, 2])
    expect(asked).toEqual([[0, 1], [0, 2]])
    await server.give(1, [0, 3])
    expect(picked()).toEqual([1, 1, 1])
    picking.back()
    expect(picked()).toEqual([1, 1, 0])
  })

  it('get what is added while they are on their way', async () => {
    const picking = usePickingStore()
    picking.pickFaces([0], 'replace')
    void grow()
    picking.pickFaces([2], 'add')
    await server.give(0, [0, 2])
    expect(picked()).toEqual([1, 1, 1])
  })

  it('are taken whole by a claim that was pressed before they came, whatever is picked then', async () => {
    const picking = usePickingStore()
    const taken: (number[] | null)[] = []
    const take = (pick: Pick | null): void => void taken.push(pick && [...pick.mask()])
    picking.pickFaces([0], 'replace')
    void grow()
    picking.claimHeld(picking.hold()!, take)
    expect(picking.isPicked).toBe(false)
    picking.pickFaces([2], 'replace')
    picking.claimHeld(picking.hold()!, take)
    expect(taken).toEqual([])
    await server.give(0, [0, 2])
    expect(taken).toEqual([[1, 1, 0], [0, 0, 1]])
    expect(picking.isPicked).toBe(false)
  })

  it('let the next unclaimed wait for what is claimed before it', async () => {
    const picking = usePickingStore()
    const sorting = useSortingStore()
    picking.pickFaces([0], 'replace')
    void grow()
    picking.claimHeld(picking.hold()!, (pick) => {
      sorting.faceGroups = Uint16Array.from(pick!.mask())
    })
    const found: (number[] | null)[] = []
    picking.pickNextUnclaimed((next) => found.push(next && [...next.mask()]))
    expect(found).toEqual([])
    await server.give(0, [0, 2])
    expect(found).toEqual([[0, 0, 1]])
  })

  it('leave what follows them undone when they are refused, and say so once', async () => {
    const picking = usePickingStore()
    const taken: (Pick | null)[] = []
    picking.pickFaces([0], 'replace')
    const first = grow()
    const second = grow()
    picking.claimHeld(picking.hold()!, (pick) => taken.push(pick))
    await server.refuse(0)
    expect([await first, await second]).toEqual(['refused', undefined])
    expect(taken).toEqual([null])
    expect(asked).toHaveLength(1)
    picking.pickFaces([1], 'replace')
    expect(picked()).toEqual([0, 1, 0])
  })

  it('are let go by what takes a pick back', async () => {
    const picking = usePickingStore()
    picking.pickFaces([0], 'replace')
    void grow()
    expect(picking.back()).toBe(true)
    await server.give(0, [0, 3])
    expect(picked()).toEqual([1, 0, 0])
  })
})

describe('what a click picks', () => {
  let server = answers<Int32Array<ArrayBuffer>>()

  beforeEach(() => {
    setActivePinia(createPinia())
    usePickingStore()
    server = answers()
    vi.spyOn(api, 'labels').mockImplementation(() => server.ask())
    useSortingStore().model = threeFaces()
  })
  afterEach(() => void vi.restoreAllMocks())

  it('is the kind that was asked for last, however late the labels of another come', async () => {
    const picking = usePickingStore()
    void picking.setGrain('island')
    void picking.setGrain('patch')
    await server.give(1, Int32Array.of(0, 0, 1))
    expect(picking.grain).toBe('patch')
    await server.give(0, Int32Array.of(0, 1, 1))
    expect(picking.grain).toBe('patch')
  })

  it('is what was asked for before the click, although its labels come after it', async () => {
    const picking = usePickingStore()
    void picking.setGrain('island')
    void picking.pickAt(0, 'replace')
    expect(picking.isPicked).toBe(false)
    await server.give(0, Int32Array.of(0, 0, 1))
    expect([...picking.pick!.mask()]).toEqual([1, 1, 0])
  })

  it('stays what it says when another model comes, and never picks single faces instead', async () => {
    const picking = usePickingStore()
    void picking.setGrain('island')
    await server.give(0, Int32Array.of(0, 0, 1))
    useSortingStore().model = threeFaces()
    expect(picking.grain).toBe('island')
    expect([...picking.facesAt(0)]).toEqual([])
    void picking.pickAt(0, 'replace')
    await server.give(1, Int32Array.of(0, 1, 0))
    expect([...picking.pick!.mask()]).toEqual([1, 0, 1])
    expect([...picking.facesAt(2)]).toEqual([0, 2])
  })

  it('is a part again on a model that has no islands', async () => {
    const picking = usePickingStore()
    void picking.setGrain('island')
    await server.give(0, Int32Array.of(0, 0, 1))
    useSortingStore().model = { ...threeFaces(), uvs: null }
    expect(picking.grain).toBe('part')
  })
})
