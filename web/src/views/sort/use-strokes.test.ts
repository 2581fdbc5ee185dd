import { mount } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import { indexFaces } from '@/model/model'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import { useStrokes } from '@/views/sort/use-strokes'
import type { Model } from '@/model/model'
import type { Stage } from '@/stage/stage'
import type { Shape } from '@/stage/shape'

/** Four faces beside each other, ten pixels wide each, every one a part. */
const faces = Uint32Array.of(0, 1, 2, 3)
const model = {
  facePart: faces,
  facePiece: faces,
  faceArea: Float32Array.of(1, 1, 1, 1),
  area: 4,
  facesOfPart: indexFaces(faces),
  facesOfPiece: indexFaces(faces)
} as unknown as Model

describe('strokes', () => {
  let strokes: ReturnType<typeof useStrokes>
  let outline: Shape = []
  let shown: ReturnType<typeof mount>
  const stage = {
    canvas: { getBoundingClientRect: () => ({ left: 0, top: 0 }) },
    hitAt: (x: number) => (x < 40 ? { face: Math.floor(x / 10) } : null),
    facesInside: (shape: Shape) => {
      outline = shape
      return Uint32Array.of(1, 2)
    }
  } as unknown as Stage
  const picked = (): number[] => [...usePickingStore().pick!.mask()]

  beforeEach(() => {
    shown = mount(defineComponent({ setup: () => ((strokes = useStrokes(() => stage)), () => h('div')) }), { global: { plugins: [createPinia()] } })
    usePickingStore()
    useSortingStore().model = model
  })

  afterEach(() => shown.unmount())

  const key = (type: 'keydown' | 'keyup', typed: string, init: KeyboardEventInit = {}): KeyboardEvent => {
    const event = new KeyboardEvent(type, { key: typed, code: `Key${typed.toUpperCase()}`, cancelable: true, ...init })
    window.dispatchEvent(event)
    return event
  }

  it('pick what they sweep over, once each', () => {
    key('keydown', 's')
    strokes.handleStroke('begin', 1, 1, 'replace')
    strokes.handleStroke('go', 25, 1, 'replace')
    strokes.handleStroke('end', 25, 1, 'replace')
    expect(picked()).toEqual([1, 1, 1, 0])
    expect(usePickingStore().back()).toBe(true)
    expect(picked()).toEqual([0, 0, 0, 0])
  })

  it('are finished by the pen, although the key was let go a moment before', () => {
    key('keydown', 'f')
    for (const [phase, x] of [['begin', 1], ['go', 9], ['go', 5]] as const) strokes.handleStroke(phase, x, x, 'replace')
    key('keyup', 'f')
    strokes.handleStroke('go', 2, 9, 'replace')
    strokes.handleStroke('end', 2, 9, 'replace')
    expect(outline).toHaveLength(4)
    expect(picked()).toEqual([0, 1, 1, 0])
    expect(strokes.held.value).toBeNull()
  })

  it('are none when the system takes the pointer away', () => {
    usePickingStore().pickFaces([3], 'replace')
    key('keydown', 's')
    strokes.handleStroke('begin', 1, 1, 'replace')
    strokes.handleStroke('go', 25, 1, 'replace')
    strokes.handleStroke('cancel', 0, 0, 'replace')
    expect(picked()).toEqual([0, 0, 0, 1])
    expect(strokes.shape.value).toEqual([])
  })

  it('leave the browser its commands, but not while the key is held for a stroke', () => {
    expect(key('keydown', 's', { ctrlKey: true }).defaultPrevented).toBe(false)
    expect(strokes.held.value).toBeNull()
    key('keydown', 's')
    expect(key('keydown', 's', { ctrlKey: true, repeat: true }).defaultPrevented).toBe(true)
    key('keyup', 's', { ctrlKey: true })
    expect(strokes.held.value).toBeNull()
  })
})
