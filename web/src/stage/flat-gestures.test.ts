import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { listenOnFlatView } from '@/stage/flat-gestures'

describe('pointers on a flat view', () => {
  const element = document.createElement('div')
  element.setPointerCapture = () => {}
  let isHeld = false
  const told: string[] = []
  const handlers = {
    onClick: (x: number, y: number, mode: string) => told.push(`click ${x} ${y} ${mode}`),
    onHover: vi.fn(),
    onLeave: vi.fn(),
    onMove: (dx: number, dy: number) => told.push(`move ${dx} ${dy}`),
    onZoom: (factor: number) => told.push(`zoom ${factor.toFixed(2)}`),
    isHeld: () => isHeld,
    onStroke: (phase: string, x: number, y: number) => told.push(`${phase} ${x} ${y}`)
  }
  let stop = (): void => {}

  beforeEach(() => {
    isHeld = false
    told.length = 0
    stop = listenOnFlatView(element, handlers)
  })
  afterEach(() => stop())

  function fire(type: string, x: number, y: number, init: PointerEventInit = {}): void {
    element.dispatchEvent(new PointerEvent(type, { clientX: x, clientY: y, pointerId: 1, button: type === 'pointermove' ? -1 : 0, ...init }))
  }

  it('click where they stay, with the first button only', () => {
    fire('pointerdown', 5, 5)
    fire('pointermove', 7, 5)
    fire('pointerup', 7, 5, { shiftKey: true })
    for (const button of [1, 2, 5]) {
      fire('pointerdown', 5, 5, { button })
      fire('pointerup', 5, 5, { button })
    }
    expect(told).toEqual(['click 7 5 add'])
  })

  it('slide the view by any button, and are no click then', () => {
    for (const button of [0, 2]) {
      fire('pointerdown', 5, 5, { button })
      fire('pointermove', 25, 9)
      fire('pointerup', 5, 5, { button })
    }
    expect(told).toEqual(['move 20 4', 'move 20 4'])
  })

  it('tremble more as fingers than as a mouse', () => {
    fire('pointerdown', 5, 5, { pointerType: 'touch' })
    fire('pointermove', 12, 5, { pointerType: 'touch' })
    fire('pointerup', 12, 5, { pointerType: 'touch' })
    expect(told).toEqual(['click 12 5 replace'])
  })

  it('pinch and slide as two fingers, and click nothing', () => {
    fire('pointerdown', 0, 0)
    fire('pointerdown', 100, 0, { pointerId: 2 })
    fire('pointermove', 200, 0, { pointerId: 2 })
    fire('pointerup', 200, 0, { pointerId: 2 })
    fire('pointerup', 0, 0)
    expect(told).toEqual(['move 50 0', 'zoom 2.00'])
  })

  it('draw strokes through every place that was passed, and drop what the system takes away', () => {
    isHeld = true
    fire('pointerdown', 1, 1)
    const move = new PointerEvent('pointermove', { clientX: 9, clientY: 1, pointerId: 1 })
    move.getCoalescedEvents = () => [3, 6, 9].map((x) => new PointerEvent('pointermove', { clientX: x, clientY: 1 }))
    element.dispatchEvent(move)
    fire('pointerup', 9, 1)
    fire('pointerdown', 1, 1)
    fire('pointercancel', 0, 0)
    fire('pointermove', 4, 4)
    expect(told).toEqual(['begin 1 1', 'go 3 1', 'go 6 1', 'go 9 1', 'end 9 1', 'begin 1 1', 'cancel 0 0'])
  })

  it('drop a stroke when a second finger comes', () => {
    isHeld = true
    fire('pointerdown', 1, 1)
    fire('pointerdown', 9, 9, { pointerId: 2 })
    fire('pointermove', 19, 9, { pointerId: 2 })
    expect(told.slice(0, 3)).toEqual(['begin 1 1', 'cancel 9 9', 'move 5 0'])
  })
})
