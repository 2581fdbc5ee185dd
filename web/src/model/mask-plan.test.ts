import { describe, expect, it } from 'vitest'
import { freeName, gltfPack, moved, newMask, newStep, renameMask } from '@/model/mask-plan'
import type { MaskPlan } from '@/api/types'

const plan: MaskPlan = {
  borders: [],
  touchUps: [],
  masks: [
    { name: 'metal', of: [{ group: 3 }], steps: [], bits: 8 },
    { name: 'worn', of: [{ mask: 'Metal', how: 'subtract' }], steps: [], bits: 8 }
  ],
  packs: [{ name: 'tint', r: { mask: 'metal' }, g: { group: 3 }, b: null, a: null }]
}

describe('plans of masks', () => {
  it('keeps what uses a mask when it gets another name', () => {
    const renamed = renameMask(plan, 0, 'steel')
    expect(renamed.masks[1]!.of[0]).toEqual({ mask: 'steel', how: 'subtract' })
    expect(renamed.packs[0]!.r).toEqual({ mask: 'steel' })
    expect(renamed.packs[0]!.g).toEqual({ group: 3 })
    expect(plan.masks[0]!.name).toBe('metal')
  })

  it('finds names that differ by more than case', () => {
    expect(freeName('metal', ['Metal', 'metal 2'])).toBe('metal 3')
    expect(newMask(plan, []).name).toBe('mask')
  })

  it('moves within the list and stops at its ends', () => {
    expect(moved(['a', 'b', 'c'], 2, -1)).toEqual(['a', 'c', 'b'])
    expect(moved(['a', 'b', 'c'], 0, -1)).toEqual(['a', 'b', 'c'])
  })

  it('begins steps with a distance that shows', () => {
    expect(newStep('grow', 'mm')).toEqual({ do: 'grow', mm: 2 })
    expect(newStep('invert', 'px')).toEqual({ do: 'invert' })
  })

  it('offers the pack that glTF asks for when at least two of its images are there', () => {
    const images = ['buoy_Occlusion.png', 'buoy_roughness.png', 'other.png']
    expect(gltfPack(plan, images)).toEqual({
      name: 'occlusion roughness metalness',
      r: { image: 'buoy_Occlusion.png' },
      g: { image: 'buoy_roughness.png' },
      b: null,
      a: null
    })
    expect(gltfPack(plan, ['other.png', 'roughness.png'])).toBeNull()
  })
})
