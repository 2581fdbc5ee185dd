import { modeOf } from '@/stage/press'
import type { StrokePhase } from '@/stage/press'
import type { PickMode } from '@/model/pick'

/** A view that keys move: pixels of an imagined drag, and how many times larger things get. */
export interface KeyedView {
  turn?: (dx: number, dy: number) => void
  slide: (dx: number, dy: number) => void
  zoom: (factor: number) => void
  /** Everything in view. */
  home: () => void
}

export interface KeyHandlers {
  /** Where the aim is, pixels from the view's upper left corner; null when the keys leave the view. */
  onAim: (at: { x: number; y: number } | null) => void
  onHover?: (clientX: number, clientY: number) => void
  onLeave?: () => void
  onClick?: (clientX: number, clientY: number, mode: PickMode) => void
  /** Whether what the aim passes is a stroke, as it is for a pressed pointer; where the aim is in the window. */
  isHeld?: (clientX: number, clientY: number) => boolean
  /** Whether a stroke begins with the first arrow and ends with the key that holds it; else Space does. */
  isHeldByKey?: boolean
  onStroke?: (phase: StrokePhase, clientX: number, clientY: number, mode: PickMode) => void
}

/** What the keys do in every view, for those who look it up. */
export const VIEW_KEYS: [string, string][] = [
  ['Tab', 'to the stage or the sheet: an aim appears'],
  ['arrows', 'turn the model; on sheets and maps slide them'],
  ['Shift arrows', 'slide'],
  ['Ctrl arrows', 'move the aim'],
  ['Enter', 'pick what is aimed at; with Shift adds, with Alt takes away'],
  ['+ −', 'nearer, farther'],
  ['Home', 'everything in view']
]

const MOVE_PX = 24
const AIM_PX = 8
const ZOOM = 1.25

const ARROWS: Record<string, [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1]
}

/**
 * Lets keys do what the pointer does on a view while that has the keyboard's focus: an aim takes the
 * pointer's place. Nothing is taken from the keyboard after a click.
 *
 * @returns takes the listeners off again
 */
export function listenForKeys(element: HTMLElement, view: () => KeyedView, handlers: KeyHandlers): () => void {
  let aim: { x: number; y: number } | null = null
  let isStroke = false
  let hoverRequest = 0

  /** What is under the aim is asked once the view has moved, which it does with its next frame. */
  function hoverSoon(): void {
    cancelAnimationFrame(hoverRequest)
    hoverRequest = requestAnimationFrame(() => {
      if (aim && !isStroke) handlers.onHover?.(...client())
    })
  }

  function client(): [number, number] {
    const box = element.getBoundingClientRect()
    return [box.left + aim!.x, box.top + aim!.y]
  }

  function isHeld(): boolean {
    return handlers.isHeld?.(...client()) ?? false
  }

  function handleFocus(): void {
    if (!element.matches(':focus-visible')) return
    aim = { x: Math.round(element.clientWidth / 2), y: Math.round(element.clientHeight / 2) }
    handlers.onAim(aim)
    hoverSoon()
  }

  function handleBlur(): void {
    if (!aim) return
    if (isStroke) endStroke('replace')
    aim = null
    cancelAnimationFrame(hoverRequest)
    handlers.onAim(null)
    handlers.onLeave?.()
  }

  function beginStroke(mode: PickMode): void {
    isStroke = true
    handlers.onLeave?.()
    handlers.onStroke?.('begin', ...client(), mode)
  }

  function endStroke(mode: PickMode): void {
    isStroke = false
    handlers.onStroke?.('end', ...client(), mode)
  }

  function moveAim([dx, dy]: [number, number], mode: PickMode): void {
    if (handlers.isHeldByKey && isHeld() && !isStroke) beginStroke(mode)
    const clamp = (value: number, most: number): number => Math.min(most - 1, Math.max(0, value))
    aim = { x: clamp(aim!.x + AIM_PX * dx, element.clientWidth), y: clamp(aim!.y + AIM_PX * dy, element.clientHeight) }
    handlers.onAim(aim)
    if (isStroke) handlers.onStroke?.('go', ...client(), mode)
    else hoverSoon()
  }

  function handleArrow(e: KeyboardEvent, arrow: [number, number]): void {
    const movesAim = e.ctrlKey || e.metaKey || isStroke || (handlers.isHeldByKey && isHeld())
    const { turn, slide } = view()
    // Ctrl moves the aim; it is no click that takes away.
    if (movesAim) moveAim(arrow, modeOf({ shiftKey: e.shiftKey, altKey: e.altKey, ctrlKey: false, metaKey: false }))
    else (turn && !e.shiftKey ? turn : slide)(-MOVE_PX * arrow[0], -MOVE_PX * arrow[1])
  }

  function handleDown(e: KeyboardEvent): void {
    if (!aim || e.target !== element) return
    const arrow = ARROWS[e.key]
    if (arrow) handleArrow(e, arrow)
    else if (e.key === 'Enter' && handlers.onClick && !e.ctrlKey && !e.metaKey) handlers.onClick(...client(), modeOf(e))
    else if (e.key === '+' || e.key === '=') view().zoom(ZOOM)
    else if (e.key === '-' || e.key === '−') view().zoom(1 / ZOOM)
    else if (e.key === 'Home') view().home()
    else if (e.key === ' ' && !handlers.isHeldByKey && (isStroke || isHeld())) {
      if (!isStroke) beginStroke(modeOf(e))
    } else return
    hoverSoon()
    e.preventDefault()
    e.stopPropagation()
  }

  function handleUp(e: KeyboardEvent): void {
    if (!isStroke || e.key in ARROWS || e.key === 'Shift' || e.key === 'Alt' || e.key === 'Control' || e.key === 'Meta') return
    endStroke(modeOf(e))
  }

  element.addEventListener('focus', handleFocus)
  element.addEventListener('blur', handleBlur)
  element.addEventListener('keydown', handleDown)
  element.addEventListener('keyup', handleUp)
  return () => {
    element.removeEventListener('focus', handleFocus)
    element.removeEventListener('blur', handleBlur)
    element.removeEventListener('keydown', handleDown)
    element.removeEventListener('keyup', handleUp)
  }
}
