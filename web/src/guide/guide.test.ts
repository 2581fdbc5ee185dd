import { expect, test } from 'vitest'
import { findInGuide, GUIDE } from '@/guide/entries'

test('ten things, each with a picture and three to five steps', () => {
  expect(GUIDE).toHaveLength(10)
  expect(new Set(GUIDE.map((e) => e.id)).size).toBe(10)
  for (const entry of GUIDE) {
    expect(entry.steps.length).toBeGreaterThanOrEqual(3)
    expect(entry.steps.length).toBeLessThanOrEqual(5)
    expect(entry.picture).toMatch(/png/)
  }
})

test('is found by any of its words, in any order and case', () => {
  expect(findInGuide('EXPORT').map((e) => e.id)).toEqual(['package'])
  expect(findInGuide('poly high').map((e) => e.id)).toEqual(['bring-in', 'source'])
  expect(findInGuide('  ')).toEqual(GUIDE)
  expect(findInGuide('gearbox')).toEqual([])
})
