import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import { useMasksStore } from '@/stores/masks'
import { useTouchUp } from '@/views/masks/use-touch-up'
import type { MaskPlan, TouchUp } from '@/api/types'

const empty: MaskPlan = { borders: [], touchUps: [], masks: [], packs: [] }

describe('presses on the map and on the model', () => {
  const made: number[][] = []
  let touch: ReturnType<typeof useTouchUp>

  beforeEach(async () => {
    setActivePinia(createPinia())
    made.length = 0
    vi.spyOn(api, 'masks').mockResolvedValue({
      state: 0,
      position: 0,
      length: 0,
      words: '',
      nextWords: '',
      plan: empty,
      images: []
    })
    vi.spyOn(api, 'touchUp').mockImplementation(async (_bake, sheet, kind, path, _width, group) => {
      made.push(path)
      return { sheet, layout: 'k', do: kind, group, path } as TouchUp
    })
    vi.spyOn(api, 'keepMasks').mockImplementation(async (_id, based, words, plan) => ({
      state: based + 1,
      position: based + 1,
      length: based + 1,
      words,
      nextWords: '',
      plan,
      images: []
    }))
    await useMasksStore().open(1)
    touch = useTouchUp(
      () => 4,
      () => '1001'
    )
    touch.receiver.value = 8
  })

  async function press(stroke: typeof touch.stroke, ...places: [number, number][]): Promise<void> {
    const [first, ...rest] = places
    stroke('begin', ...first!)
    rest.forEach((place) => stroke('go', ...place))
    stroke('end', ...places.at(-1)!)
    await vi.waitFor(() => expect(useMasksStore().kept!.position).toBe(1))
  }

  it('make one stroke of a drag over the map, however fast it is', async () => {
    touch.tool.value = 'stroke'
    await press(touch.stroke, [0.1, 0.1], [0.6, 0.6])
    expect(made).toEqual([[0.1, 0.1, 0.6, 0.6, 0.6, 0.6]])
  })

  it('go on elsewhere on the sheet where a stroke crosses a seam of the model', async () => {
    touch.tool.value = 'stroke'
    await press(touch.strokeOnModel, [0.1, 0.1], [0.12, 0.1], [0.8, 0.5], [0.82, 0.5])
    expect(made).toHaveLength(2)
    expect(made[0]).toEqual([0.1, 0.1, 0.12, 0.1])
    expect(useMasksStore().plan.touchUps.map((t) => t.group)).toEqual([8, 8])
  })

  it('give one region however the pointer shook', async () => {
    touch.tool.value = 'region'
    await press(touch.stroke, [0.5, 0.5], [0.51, 0.5])
    expect(made).toEqual([[0.5, 0.5]])
  })

  it('do nothing beside the model', async () => {
    touch.tool.value = 'island'
    touch.strokeOnModel('end', Number.NaN, Number.NaN)
    await Promise.resolve()
    expect(made).toEqual([])
  })
})
