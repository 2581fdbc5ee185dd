import { expect, it } from 'vitest'
import { FaceColors } from '@/stage/face-colors'

it('keeps no colours of faces before there are any', () => {
  const colors = new FaceColors(2000)
  expect(colors.texture.image.width).toBe(1)
  const rgb = new Uint8Array(6000)
  rgb.set([1, 2, 3], 3 * 1500)
  colors.set(rgb)
  const { data, width, height } = colors.texture.image
  expect([width, height]).toEqual([1024, 2])
  expect([...data!.slice(4 * 1500, 4 * 1501)]).toEqual([1, 2, 3, 255])
})
