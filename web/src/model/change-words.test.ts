import { describe, expect, it } from 'vitest'
import { changeKind, changeWords } from '@/model/change-words'
import type { PartChange } from '@/api/types'

function part(change: Partial<PartChange>): PartChange {
  return {
    kind: 'kept',
    oldPart: 0,
    newPart: 0,
    oldName: 'hull',
    newName: 'hull',
    shape: 'same',
    layout: 'same',
    movedBy: 0,
    farthest: 0,
    oldFaces: 12,
    newFaces: 12,
    area: 1,
    ...change
  }
}

describe('what became of a part', () => {
  it('is told once, by what weighs most', () => {
    expect(changeKind(part({}))).toBe('unchanged')
    expect(changeKind(part({ layout: 'anew' }))).toBe('unwrapped')
    expect(changeKind(part({ layout: 'anew', shape: 'recut' }))).toBe('recut')
    expect(changeKind(part({ shape: 'moved' }))).toBe('moved')
    expect(changeKind(part({ kind: 'renamed', shape: 'reshaped' }))).toBe('renamed')
    expect(changeKind(part({ kind: 'new', shape: 'none' }))).toBe('new')
  })

  it('is said with its figures and their units', () => {
    expect(changeWords(part({ shape: 'recut', newFaces: 1500, layout: 'anew' }))).toBe(
      '12 → 1,500 faces, unwrapped anew'
    )
    expect(changeWords(part({ shape: 'moved', movedBy: 0.03 }))).toBe('moved by 3.0 cm')
    expect(changeWords(part({ shape: 'moved' }))).toBe('turned')
    expect(changeWords(part({ kind: 'joined', oldName: 'bolt', newName: 'bolts', shape: 'none', oldFaces: 24 }))).toBe(
      'now in bolts, 24 faces'
    )
    expect(changeWords(part({ kind: 'cut', oldName: 'hull', newName: 'rim', shape: 'none', newFaces: 6 }))).toBe(
      'cut out of hull, 6 faces'
    )
    expect(changeWords(part({ shape: 'reshaped', farthest: 0.004 }))).toBe('changed in shape, up to 4.00 mm off')
    expect(changeWords(part({ kind: 'renamed', oldName: '' }))).toBe('was without name')
    expect(changeWords(part({ kind: 'lost', oldFaces: 1 }))).toBe('1 face')
  })
})
