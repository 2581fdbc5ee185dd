import { describe, expect, it } from 'vitest'
import { fillDrawers, unclaimedPieces } from '@/model/drawers'
import { facesAround, facesOf, indexFaces, parseModel } from '@/model/model'
import { changePick, emptyPick, faceRanges } from '@/model/pick'
import type { Model } from '@/model/model'

/** Four faces of one triangle each: parts a (0, 1) and b (2, 3), pieces 0 (0), 1 (1), 2 (2, 3). */
function fourFaces(): Model {
  const head = JSON.stringify({
    partNames: ['a', 'b'],
    arrays: [
      { name: 'positions', type: 'f32', length: 9 },
      { name: 'triangles', type: 'u32', length: 12 },
      { name: 'faces', type: 'u32', length: 4 },
      { name: 'parts', type: 'u32', length: 4 },
      { name: 'pieces', type: 'u32', length: 4 },
      { name: 'areas', type: 'f32', length: 4 }
    ]
  }).padEnd(400, ' ')
  const buffer = new ArrayBuffer(4 + 400 + 4 * (9 + 12 + 4 + 4 + 4 + 4))
  new DataView(buffer).setUint32(0, 400, true)
  new Uint8Array(buffer, 4, 400).set(new TextEncoder().encode(head))
  const values = 4 + 400 + 4 * 9
  new Uint32Array(buffer, values, 12).set([0, 1, 2, 0, 1, 2, 0, 1, 2, 0, 1, 2])
  new Uint32Array(buffer, values + 48, 4).set([0, 1, 2, 3])
  new Uint32Array(buffer, values + 64, 4).set([0, 0, 1, 1])
  new Uint32Array(buffer, values + 80, 4).set([0, 1, 2, 2])
  new Float32Array(buffer, values + 96, 4).set([1, 2, 3, 4])
  return parseModel(7, 0, buffer)
}

describe('model', () => {
  it('reads the arrays in the order of the head', () => {
    const model = fourFaces()
    expect([...model.faceArea]).toEqual([1, 2, 3, 4])
    expect(model.area).toBe(10)
    expect(model.uvs).toBeNull()
  })

  it('indexes the faces of each label', () => {
    const index = indexFaces(Uint32Array.of(2, 0, 2, 1))
    expect([...facesOf(index, 2)]).toEqual([0, 2])
    expect([...facesOf(index, 1)]).toEqual([3])
  })

  it('knows what a click means at each grain', () => {
    const model = fourFaces()
    expect([...facesAround(model, 1, 'part')]).toEqual([0, 1])
    expect([...facesAround(model, 1, 'piece')]).toEqual([1])
    expect([...facesAround(model, 3, 'piece')]).toEqual([2, 3])
    expect([...facesAround(model, 3, 'face')]).toEqual([3])
  })
})

describe('pick', () => {
  it('replaces, adds and takes, and measures what is left', () => {
    const model = fourFaces()
    let pick = changePick(model, emptyPick(model), [0], 'replace')
    pick = changePick(model, pick, [2, 3], 'add')
    expect(pick).toMatchObject({ faces: 3, pieces: 2, share: 0.8 })
    pick = changePick(model, pick, [2], 'take')
    expect(pick).toMatchObject({ faces: 2, pieces: 2, share: 0.5 })
  })

  it('tells runs of faces as half-open ranges', () => {
    expect(faceRanges(Uint8Array.of(1, 1, 0, 1, 0, 1))).toEqual([0, 2, 3, 4, 5, 6])
    expect(faceRanges(Uint8Array.of(0, 0))).toEqual([])
  })
})

describe('drawers', () => {
  it('hold parts whole or partly', () => {
    const drawers = fillDrawers(fourFaces(), Uint16Array.of(5, 5, 5, 0))
    expect(drawers.get(5)).toMatchObject({ faces: 3, pieces: 3, share: 0.6 })
    expect(drawers.get(5)!.parts.map((p) => [p.name, p.isWhole])).toEqual([
      ['a', true],
      ['b', false]
    ])
    expect(drawers.get(0)!.share).toBe(0.4)
  })

  it('name unclaimed pieces, the largest first', () => {
    const pieces = unclaimedPieces(fourFaces(), Uint16Array.of(0, 0, 1, 0))
    expect(pieces.map((p) => p.piece)).toEqual([2, 1, 0])
    expect(pieces[0]!.faces).toEqual([3])
  })
})
