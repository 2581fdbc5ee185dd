import { expect, test } from 'vitest'
import { applyChange, keepSame } from '@/api/asset-change'
import type { Asset } from '@/api/types'

const before = { id: 1, name: 'Buoy', groups: [{ id: 1 }, { id: 2 }], history: [{ id: 5 }], bakes: [] } as unknown as Asset

test('a change replaces what it names and keeps the rest as it is', () => {
  const after = applyChange(before, {
    id: 1,
    values: { name: 'Bell buoy' },
    lists: { history: { from: 1, to: 1, items: [{ id: 6 }] }, groups: { from: 0, to: 1, items: [] } }
  })
  expect(after.name).toBe('Bell buoy')
  expect(after.history.map((e) => e.id)).toEqual([5, 6])
  expect(after.groups).toEqual([{ id: 2 }])
  expect(after.groups[0]).toBe(before.groups[1])
  expect(after.bakes).toBe(before.bakes)
  expect(before.history).toHaveLength(1)
})

test('what is fetched anew keeps the objects that are the same', () => {
  const fetched = JSON.parse(JSON.stringify(before)) as Asset
  expect(keepSame(before, fetched)).toBe(before)
  const other = { ...fetched, groups: [fetched.groups[0]!, { ...fetched.groups[1]!, name: 'oak' }] } as Asset
  const kept = keepSame(before, other)
  expect(kept).not.toBe(before)
  expect(kept.groups[0]).toBe(before.groups[0])
  expect(kept.groups[1]).toEqual({ id: 2, name: 'oak' })
  expect(kept.history).toBe(before.history)
})

test('lists that grow, shrink or turn into nothing are other lists', () => {
  expect(keepSame([1, 2], [1, 2, 3])).toEqual([1, 2, 3])
  expect(keepSame([1, 2, 3], [1, 2])).toEqual([1, 2])
  expect(keepSame({ a: [1] }, { a: null })).toEqual({ a: null })
  expect(keepSame({ a: null }, { a: [1] })).toEqual({ a: [1] })
  expect(keepSame({ a: 1, b: 2 }, { a: 1 })).toEqual({ a: 1 })
  expect(keepSame([1], { 0: 1 })).toEqual({ 0: 1 })
})
