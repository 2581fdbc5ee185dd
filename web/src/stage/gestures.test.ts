import { afterEach, describe, expect, it, vi } from 'vitest'
import { listenForClicks } from '@/stage/gestures'

describe('gestures on the stage', () => {
  const element = document.createElement('div')
  const handlers = { onClick: vi.fn(), onHover: vi.fn(), onLeave: vi.fn() }
  let stop = listenForClicks(element, handlers)

  afterEach(() => {
    stop()
    vi.clearAllMocks()
    stop = listenForClicks(element, handlers)
  })

  function fire(type: string, x: number, y: number, init: PointerEventInit = {}): void {
    element.dispatchEvent(new PointerEvent(type, { clientX: x, clientY: y, isPrimary: true, ...init }))
  }

  it('are a click where the pointer stays', () => {
    fire('pointerdown', 10, 10)
    fire('pointermove', 12, 11, { buttons: 1 })
    fire('pointerup', 12, 11)
    expect(handlers.onClick).toHaveBeenCalledExactlyOnceWith(12, 11, 'replace')
  })

  it('are never a click once the pointer moved, even when it comes back', () => {
    fire('pointerdown', 10, 10)
    fire('pointermove', 60, 10, { buttons: 1 })
    fire('pointermove', 10, 10, { buttons: 1 })
    fire('pointerup', 10, 10)
    expect(handlers.onClick).not.toHaveBeenCalled()
  })

  it('add with Shift and take with Ctrl, or with Alt', () => {
    for (const [keys, mode] of [
      [{ shiftKey: true }, 'add'],
      [{ ctrlKey: true }, 'take'],
      [{ metaKey: true }, 'take'],
      [{ altKey: true }, 'take']
    ] as const) {
      fire('pointerdown', 1, 1)
      fire('pointerup', 1, 1, keys)
      expect(handlers.onClick).toHaveBeenLastCalledWith(1, 1, mode)
    }
  })

  it('with another button move the camera only', () => {
    fire('pointerdown', 5, 5, { button: 2 })
    fire('pointerup', 5, 5, { button: 2 })
    expect(handlers.onClick).not.toHaveBeenCalled()
  })

  it('that are strokes go through every place that was passed, and are taken back when the system takes the pointer', () => {
    const told: string[] = []
    element.setPointerCapture = () => {}
    stop()
    stop = listenForClicks(element, { ...handlers, isHeld: () => true, onStroke: (phase, x) => told.push(`${phase} ${x}`) })
    fire('pointerdown', 1, 1, { pointerId: 3 })
    const move = new PointerEvent('pointermove', { clientX: 9, pointerId: 3 })
    move.getCoalescedEvents = () => [4, 9].map((x) => new PointerEvent('pointermove', { clientX: x }))
    element.dispatchEvent(move)
    fire('pointermove', 50, 1, { pointerId: 4 })
    fire('pointercancel', 0, 0, { pointerId: 3 })
    fire('pointermove', 20, 1, { pointerId: 3 })
    fire('pointerup', 20, 1, { pointerId: 3 })
    expect(told).toEqual(['begin 1', 'go 4', 'go 9', 'cancel 0'])
    expect(handlers.onClick).not.toHaveBeenCalled()
  })
})
