import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { indexFaces } from '@/model/model'
import { useAssetStore } from '@/stores/asset'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import { useDrawers } from '@/views/sort/use-drawers'
import type { Asset, JournalState } from '@/api/types'
import type { Model } from '@/model/model'

function threeFaces(revisionId: number): Model {
  const each = Uint32Array.of(0, 1, 2)
  return {
    revisionId,
    facePart: each,
    facePiece: each,
    faceArea: Float32Array.of(1, 1, 1),
    area: 3,
    facesOfPart: indexFaces(each),
    facesOfPiece: indexFaces(each)
  } as unknown as Model
}

describe('drawers', () => {
  const sent: unknown[][] = []
  let answer = (_: number[]): void => {}

  beforeEach(() => {
    setActivePinia(createPinia())
    sent.length = 0
    usePickingStore()
    useAssetStore().asset = { id: 9, groups: [{ id: 70, number: 7, isLocked: false }], history: [], revisions: [] } as unknown as Asset
    const sorting = useSortingStore()
    sorting.assetId = 9
    sorting.model = threeFaces(1)
    sorting.faceGroups = new Uint16Array(3)
    vi.spyOn(api, 'pick').mockImplementation(() => new Promise((resolve) => (answer = resolve)))
    vi.spyOn(api, 'faceGroups').mockResolvedValue(new Uint16Array(3))
    vi.spyOn(api, 'claim').mockImplementation(async (...request) => {
      sent.push(request)
      return { entryId: sent.length } as JournalState
    })
  })
  afterEach(() => void vi.restoreAllMocks())

  it('take what was picked when the number went down, whatever is picked by the time it is known', async () => {
    const picking = usePickingStore()
    picking.pickFaces([0], 'replace')
    const put = useDrawers().holdPick()
    picking.pickFaces([2], 'replace')
    put(7)
    await flushPromises()
    expect(sent).toEqual([[9, 1, 70, [0, 1]]])
    expect([...picking.pick!.mask()]).toEqual([0, 0, 1])
  })

  it('take a grown pick for the model that it was of, although another is shown when it comes', async () => {
    const picking = usePickingStore()
    picking.pickFaces([0], 'replace')
    void picking.ask({ verb: 'grow' })
    useDrawers().holdPick()(7)
    useSortingStore().model = threeFaces(2)
    answer([0, 2])
    await flushPromises()
    expect(sent).toEqual([[9, 1, 70, [0, 2]]])
  })
})
