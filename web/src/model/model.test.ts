import { describe, expect, it } from 'vitest'
import { facesOfStack, stackPieces, unclaimedFacesOf, unclaimedPieces } from '@/model/drawers'
import { findGroups } from '@/model/find-groups'
import { facesAround, facesOfSameLabel, labelsOf } from '@/model/labels'
import { buffersOf, facesOf, indexFaces, parseModel } from '@/model/model'
import { changePick, emptyPick } from '@/model/pick'
import { runsOfMask } from '@/model/runs'
import { PickTrail } from '@/model/pick-trail'
import type { Group } from '@/api/types'
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

  it('goes to another thread whole, without a copy', () => {
    const model = fourFaces()
    const expected = structuredClone(model)
    const buffers = buffersOf(model)
    const moved = structuredClone(model, { transfer: buffers })
    expect(moved).toEqual(expected)
    expect(model.positions).toHaveLength(0)
    expect(model.facesOfPart.faces).toHaveLength(0)
    expect(new Set(buffers).size).toBe(buffers.length)
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
    let pick = changePick(emptyPick(model), [0], 'replace')
    pick = changePick(pick, [2, 3], 'add')
    expect(pick).toMatchObject({ faces: 3, pieces: 2, share: 0.8 })
    pick = changePick(pick, [2], 'take')
    expect(pick).toMatchObject({ faces: 2, pieces: 2, share: 0.5 })
  })
})

describe('trail of picks', () => {
  it('goes back and forth, and forgets what was taken back when it goes on', () => {
    const model = fourFaces()
    const trail = new PickTrail()
    const [a, b, c] = [[0], [1], [2]].map((f) => changePick(emptyPick(model), f, 'replace'))
    trail.reset(emptyPick(model))
    trail.push(a!)
    trail.push(b!)
    expect(trail.back()).toBe(a)
    expect(trail.forth()).toBe(b)
    expect(trail.forth()).toBeNull()
    trail.back()
    trail.push(c!)
    expect(trail.forth()).toBeNull()
    expect(trail.back()).toBe(a)
    expect(trail.back()!.faces).toBe(0)
    expect(trail.back()).toBeNull()
  })
})

describe('labels', () => {
  const labels = labelsOf(Int32Array.of(3, -1, 3, 0))

  it('say what a click means; a face without label stands for itself', () => {
    const model = fourFaces()
    expect([...facesAround(model, 0, 'material', labels)]).toEqual([0, 2])
    expect([...facesAround(model, 1, 'material', labels)]).toEqual([1])
    expect([...facesAround(model, 3, 'patch', null)]).toEqual([3])
  })

  it('find all faces of the labels of a pick', () => {
    expect([...facesOfSameLabel(labels, runsOfMask(Uint8Array.of(0, 1, 1, 0)))]).toEqual([0, 2])
  })
})

describe('drawers', () => {
  it('stack alike pieces that lie in them whole', () => {
    const model = fourFaces()
    const alike = labelsOf(Int32Array.of(8, 8, 2, 2))
    const [first, second, ...rest] = stackPieces(model, Uint16Array.of(5, 5, 5, 0), 5, alike, 'size')
    expect(rest).toEqual([])
    expect(first).toMatchObject({ pieces: [0, 1], faces: 2, area: 3, isWhole: true, name: 'a' })
    expect(second).toMatchObject({ pieces: [2], faces: 1, area: 3, isWhole: false, name: 'b' })
    expect(facesOfStack(model, Uint16Array.of(5, 5, 5, 0), 5, second!)).toEqual([2])
  })

  it('name unclaimed pieces, the largest first, but not the hidden', () => {
    const pieces = unclaimedPieces(fourFaces(), Uint16Array.of(0, 0, 1, 0), null)
    expect(pieces).toEqual([2, 1, 0])
    expect([...unclaimedFacesOf(fourFaces(), Uint16Array.of(0, 0, 1, 0), 2)]).toEqual([3])
    const seen = unclaimedPieces(fourFaces(), Uint16Array.of(0, 0, 1, 0), [0, 1, 0, 1])
    expect(seen).toEqual([0])
  })

  it('are found by name, number and keyword, beginnings first', () => {
    const group = (number: number, name: string, keywords: string[] = []): Group =>
      ({ number, name, keywords }) as unknown as Group
    const groups = [group(1, 'galvanised steel', ['rail']), group(2, 'tar'), group(3, 'guitar string')]
    expect(findGroups(groups, 'TAR').map((g) => g.number)).toEqual([2, 3])
    expect(findGroups(groups, 'rai').map((g) => g.number)).toEqual([1])
    expect(findGroups(groups, '3').map((g) => g.number)).toEqual([3])
    expect(findGroups(groups, ' ')).toBe(groups)
  })
})
