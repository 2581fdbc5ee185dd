import { expect, it } from 'vitest'
import { unitOfSize } from '@/model/units'

it('takes for metres what may be metres, and proposes what brings the rest to a size of things', () => {
  expect([0.02, 2, 60].map(unitOfSize)).toEqual([null, null, null])
  expect([61, 180, 1200].map(unitOfSize)).toEqual(['cm', 'cm', 'cm'])
  expect([1201, 2000, 100_000].map(unitOfSize)).toEqual(['mm', 'mm', 'mm'])
})
