import { beforeEach, describe, expect, it, vi } from 'vitest'
import { listenForKeys } from '@/stage/keyboard'
import type { KeyHandlers } from '@/stage/keyboard'

describe('keys on a view', () => {
  const view = { turn: vi.fn(), slide: vi.fn(), zoom: vi.fn(), home: vi.fn() }
  const handlers = { onAim: vi.fn(), onHover: vi.fn(), onLeave: vi.fn(), onClick: vi.fn(), onStroke: vi.fn() }
  let element: HTMLElement
  let stop = (): void => {}
  let isHeld = false

  function listen(more: Partial<KeyHandlers> = {}): void {
    stop()
    stop = listenForKeys(element, () => view, { ...handlers, isHeld: () => isHeld, ...more })
  }

  beforeEach(() => {
    vi.clearAllMocks()
    vi.stubGlobal('requestAnimationFrame', (run: () => void) => {
      run()
      return 1
    })
    isHeld = false
    element = document.createElement('div')
    Object.defineProperties(element, { clientWidth: { value: 200 }, clientHeight: { value: 100 } })
    element.getBoundingClientRect = () => ({ left: 10, top: 20, width: 200, height: 100 }) as DOMRect
    vi.spyOn(element, 'matches').mockReturnValue(true)
    listen()
    element.dispatchEvent(new FocusEvent('focus'))
  })

  function press(key: string, init: KeyboardEventInit = {}): KeyboardEvent {
    const event = new KeyboardEvent('keydown', { key, cancelable: true, bubbles: true, ...init })
    element.dispatchEvent(event)
    return event
  }
  const release = (key: string): void => void element.dispatchEvent(new KeyboardEvent('keyup', { key }))

  it('begin with an aim in the middle and end without one', () => {
    expect(handlers.onAim).toHaveBeenLastCalledWith({ x: 100, y: 50 })
    expect(handlers.onHover).toHaveBeenLastCalledWith(110, 70)
    element.dispatchEvent(new FocusEvent('blur'))
    expect(handlers.onAim).toHaveBeenLastCalledWith(null)
    expect(press('ArrowLeft').defaultPrevented).toBe(false)
  })

  it('do nothing after a click, which is a focus too', () => {
    element.dispatchEvent(new FocusEvent('blur'))
    vi.clearAllMocks()
    vi.spyOn(element, 'matches').mockReturnValue(false)
    element.dispatchEvent(new FocusEvent('focus'))
    expect(press('ArrowLeft').defaultPrevented).toBe(false)
    expect(view.turn).not.toHaveBeenCalled()
  })

  it('turn, slide, zoom and bring all into view', () => {
    press('ArrowLeft')
    expect(view.turn).toHaveBeenLastCalledWith(24, -0)
    press('ArrowUp', { shiftKey: true })
    expect(view.slide).toHaveBeenLastCalledWith(-0, 24)
    press('+')
    press('-')
    expect(view.zoom.mock.calls).toEqual([[1.25], [0.8]])
    expect(press('Home').defaultPrevented).toBe(true)
    expect(view.home).toHaveBeenCalledOnce()
    expect(press('g').defaultPrevented).toBe(false)
  })

  it('aim, stay inside, and pick as a click does', () => {
    press('ArrowRight', { ctrlKey: true })
    expect(handlers.onAim).toHaveBeenLastCalledWith({ x: 108, y: 50 })
    for (let i = 0; i < 40; i++) press('ArrowRight', { ctrlKey: true })
    expect(handlers.onAim).toHaveBeenLastCalledWith({ x: 199, y: 50 })
    press('Enter', { shiftKey: true })
    expect(handlers.onClick).toHaveBeenLastCalledWith(209, 70, 'add')
    press('Enter', { altKey: true })
    expect(handlers.onClick).toHaveBeenLastCalledWith(209, 70, 'take')
  })

  it('draw a stroke as long as its key is down', () => {
    listen({ isHeldByKey: true })
    element.dispatchEvent(new FocusEvent('focus'))
    isHeld = true
    press('ArrowDown')
    press('ArrowDown')
    release('ArrowDown')
    release('s')
    isHeld = false
    expect(handlers.onStroke.mock.calls).toEqual([
      ['begin', 110, 70, 'replace'],
      ['go', 110, 78, 'replace'],
      ['go', 110, 86, 'replace'],
      ['end', 110, 86, 'replace']
    ])
    press('ArrowDown')
    expect(view.turn).toHaveBeenCalledOnce()
  })

  it('draw with Space where a brush is in hand', () => {
    isHeld = true
    press('ArrowDown')
    expect(view.turn).toHaveBeenCalledOnce()
    press(' ')
    press(' ')
    press('ArrowRight', { ctrlKey: true })
    release(' ')
    expect(handlers.onStroke.mock.calls.map((c) => c[0])).toEqual(['begin', 'go', 'end'])
  })

  it('end a stroke when the view is left', () => {
    isHeld = true
    press(' ')
    element.dispatchEvent(new FocusEvent('blur'))
    expect(handlers.onStroke.mock.calls.map((c) => c[0])).toEqual(['begin', 'end'])
  })
})
