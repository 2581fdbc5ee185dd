import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { indexFaces } from '@/model/model'
import { useAssetStore } from '@/stores/asset'
import { useSortingStore } from '@/stores/sorting'
import { useSpreadStore } from '@/stores/spread'

import type { Asset, Following, JournalState } from '@/api/types'
import type { Model } from '@/model/model'

/** Six faces beside each other. */
const faces = Uint32Array.of(0, 0, 0, 0, 0, 0)
const model = {
  revisionId: 7,
  version: 1,
  facePart: faces,
  facePiece: faces,
  faceArea: Float32Array.of(1, 1, 1, 1, 1, 1),
  area: 6,
  facesOfPart: indexFaces(faces),
  facesOfPiece: indexFaces(faces)
} as unknown as Model

const answer = (...groups: [number, number, number][]): Following => ({
  groups: groups.map(([groupId, from, to]) => ({ groupId, faceRanges: [from, to] })),
  free: 6,
  unsure: []
})

/** Answers that come when the test says so, in the order in which they were asked for. */
function late(): { signals: AbortSignal[]; answer: (i: number, with_: Following) => Promise<void> } {
  const waiting: ((f: Following) => void)[] = []
  const signals: AbortSignal[] = []
  vi.spyOn(api, 'spread').mockImplementation((_asset, _revision, _strokes, signal) => {
    signals.push(signal)
    return new Promise((resolve) => waiting.push(resolve))
  })
  return {
    signals,
    async answer(i, with_) {
      waiting[i]!(with_)
      await new Promise((resolve) => setTimeout(resolve))
    }
  }
}

describe('strokes that a surface follows', () => {
  let spread: ReturnType<typeof useSpreadStore>
  const shown = (): number[] => [...(spread.preview ?? [])]

  beforeEach(() => {
    vi.restoreAllMocks()
    setActivePinia(createPinia())
    spread = useSpreadStore()
    const sorting = useSortingStore()
    sorting.model = model
    sorting.faceGroups = new Uint16Array(6)
    useAssetStore().asset = { id: 3, groups: [{ id: 11, number: 1 }, { id: 12, number: 2 }] } as unknown as Asset
  })

  function stroke(groupId: number, ...drawn: number[]): void {
    spread.draw(groupId, drawn)
    spread.endStroke()
  }

  it('show the answer to the newest strokes only, however late others come', async () => {
    const server = late()
    spread.begin()
    stroke(11, 0)
    stroke(12, 5)
    expect(server.signals.map((s) => s.aborted)).toEqual([true, true, false])
    await server.answer(2, answer([11, 0, 3], [12, 3, 6]))
    await server.answer(1, answer([11, 0, 6]))
    expect(shown()).toEqual([1, 1, 1, 2, 2, 2])
  })

  it('are seen while they are drawn, before anything follows', () => {
    late()
    spread.begin()
    spread.draw(12, [4])
    expect(shown()).toEqual([0, 0, 0, 0, 2, 0])
    spread.dropStroke()
    expect(shown()).toEqual([0, 0, 0, 0, 0, 0])
    expect(spread.strokes).toEqual([])
  })

  it('can be taken back and drawn again, and are there when they are taken up again', () => {
    late()
    spread.begin()
    stroke(11, 0)
    stroke(12, 5)
    expect(spread.takeBack()).toBe(true)
    expect(spread.strokes.map((s) => s.groupId)).toEqual([11])
    expect(spread.drawAgain()).toBe(true)
    spread.leave()
    expect(shown()).toEqual([0, 0, 0, 0, 0, 0])
    spread.begin()
    expect(spread.strokes.map((s) => s.groupId)).toEqual([11, 12])
  })

  it('are kept as one change, but for what is left alone', async () => {
    const server = late()
    const kept = vi.spyOn(api, 'claimSeveral').mockResolvedValue({ entryId: 1 } as JournalState)
    spread.begin()
    stroke(11, 0)
    stroke(0, 5)
    await server.answer(2, answer([11, 0, 3], [0, 3, 6]))
    await spread.keep()
    expect(kept).toHaveBeenCalledExactlyOnceWith(expect.anything(), 7, [{ groupId: 11, faceRanges: [0, 3] }], true)
    expect(spread.isOn).toBe(false)
    expect([...useSortingStore().faceGroups!]).toEqual([1, 1, 1, 0, 0, 0])
  })

  it('are kept with what follows the newest of them, though that is still on its way', async () => {
    const server = late()
    const kept = vi.spyOn(api, 'claimSeveral').mockResolvedValue({ entryId: 1 } as JournalState)
    spread.begin()
    stroke(11, 0)
    await server.answer(1, answer([11, 0, 6]))
    stroke(12, 5)
    const done = spread.keep()
    expect(spread.isOn).toBe(false)
    // What is drawn from here on is of the next strokes.
    spread.begin()
    stroke(11, 2)
    await server.answer(3, answer([11, 0, 3], [12, 3, 6]))
    await done
    expect(kept).toHaveBeenCalledExactlyOnceWith(expect.anything(), 7, answer([11, 0, 3], [12, 3, 6]).groups, true)
    expect(spread.strokes).toHaveLength(1)
  })

  it('are asked about again where no answer came, and nothing of an earlier answer is kept', async () => {
    const server = late()
    const kept = vi.spyOn(api, 'claimSeveral').mockResolvedValue({ entryId: 1 } as JournalState)
    spread.begin()
    stroke(11, 0)
    await server.answer(1, answer([11, 0, 6]))
    vi.mocked(api.spread).mockRejectedValueOnce(new Error('The server does not answer.'))
    stroke(12, 5)
    await new Promise((resolve) => setTimeout(resolve))
    const done = spread.keep()
    await server.answer(2, answer([11, 0, 3], [12, 3, 6]))
    await done
    expect(kept).toHaveBeenCalledExactlyOnceWith(expect.anything(), 7, answer([11, 0, 3], [12, 3, 6]).groups, true)
  })

  it('come back when they are refused', async () => {
    const server = late()
    vi.spyOn(api, 'claimSeveral').mockRejectedValue(new Error('All of these faces have a group by now.'))
    vi.spyOn(api, 'faceGroups').mockResolvedValue(new Uint16Array(6))
    spread.begin()
    stroke(11, 0)
    await server.answer(1, answer([11, 0, 6]))
    await spread.keep()
    expect(spread.isOn).toBe(true)
    expect(spread.strokes).toHaveLength(1)
  })

  it('belong to their model', () => {
    late()
    spread.begin()
    stroke(11, 0)
    useSortingStore().model = { ...model, revisionId: 8 }
    return Promise.resolve().then(() => {
      expect(spread.isOn).toBe(false)
      expect(spread.strokes).toEqual([])
    })
  })
})
