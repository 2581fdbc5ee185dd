import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it } from 'vitest'
import { indexFaces } from '@/model/model'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import type { Model } from '@/model/model'

/** Three faces of one part, each a piece of its own. */
function threeFaces(): Model {
  const facePart = Uint32Array.of(0, 0, 0)
  const facePiece = Uint32Array.of(0, 1, 2)
  return {
    facePart,
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
    picking.draft([0], 'add')
    picking.draft([1], 'add')
    picking.keepDraft(before)
    expect(picking.pick!.faces).toBe(2)
    picking.back()
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
})
