import { clickRadius, modeOf, placesOf } from '@/stage/press'
import type { PickMode } from '@/model/pick'
import type { StrokePhase } from '@/stage/press'

interface FlatHandlers {
  /** Pixels from the element's upper left corner, here and below. */
  onClick?: (x: number, y: number, mode: PickMode) => void
  onHover: (x: number, y: number) => void
  onLeave: () => void
  onMove: (dx: number, dy: number) => void
  onZoom: (factor: number, x: number, y: number) => void
  /** Whether a press of the first button there begins a stroke. */
  isHeld?: (x: number, y: number) => boolean
  onStroke?: (phase: StrokePhase, x: number, y: number) => void
}

interface Place {
  x: number
  y: number
}

/**
 * Pointers on a flat view: a press that stays is a click, one that moves slides the view, two fingers slide and pinch it,
 * the wheel zooms; where presses are strokes, the first button draws. Only the first button clicks, and what the system
 * takes away is not done.
 *
 * @returns takes the listeners off again
 */
export function listenOnFlatView(element: HTMLElement, handlers: FlatHandlers): () => void {
  const down = new Map<number, Place>()
  /** Where a press began that may become a click. */
  let click: Place | null = null
  let stroke: number | null = null

  const at = (e: { clientX: number; clientY: number }): Place => {
    const box = element.getBoundingClientRect()
    return { x: e.clientX - box.left, y: e.clientY - box.top }
  }

  function dropStroke(place: Place): void {
    if (stroke === null) return
    stroke = null
    handlers.onStroke?.('cancel', place.x, place.y)
  }

  function handleDown(e: PointerEvent): void {
    const place = at(e)
    element.setPointerCapture(e.pointerId)
    down.set(e.pointerId, place)
    click = null
    if (down.size > 1) dropStroke(place)
    else if (e.button === 0 && handlers.isHeld?.(place.x, place.y)) {
      stroke = e.pointerId
      handlers.onStroke?.('begin', place.x, place.y)
    } else if (e.button === 0) click = place
  }

  function handleMove(e: PointerEvent): void {
    const place = at(e)
    const before = down.get(e.pointerId)
    if (stroke === e.pointerId) for (const p of placesOf(e).map(at)) handlers.onStroke?.('go', p.x, p.y)
    if (!before || stroke !== null) {
      handlers.onHover(place.x, place.y)
      return
    }
    if (click && Math.hypot(place.x - click.x, place.y - click.y) <= clickRadius(e.pointerType)) return
    click = null
    down.set(e.pointerId, place)
    const other = [...down].find(([id]) => id !== e.pointerId)?.[1]
    if (!other) handlers.onMove(place.x - before.x, place.y - before.y)
    else pinch(before, place, other)
  }

  /** What one finger does while another rests. */
  function pinch(before: Place, now: Place, other: Place): void {
    handlers.onMove((now.x - before.x) / 2, (now.y - before.y) / 2)
    const apart = (p: Place): number => Math.max(1, Math.hypot(p.x - other.x, p.y - other.y))
    handlers.onZoom(apart(now) / apart(before), (now.x + other.x) / 2, (now.y + other.y) / 2)
  }

  function handleUp(e: PointerEvent): void {
    const place = at(e)
    if (stroke === e.pointerId) {
      stroke = null
      handlers.onStroke?.('end', place.x, place.y)
    } else if (click && down.size === 1 && e.button === 0) handlers.onClick?.(place.x, place.y, modeOf(e))
    click = null
    down.delete(e.pointerId)
  }

  function handleCancel(e: PointerEvent): void {
    if (stroke === e.pointerId) dropStroke(at(e))
    click = null
    down.delete(e.pointerId)
  }

  function handleWheel(e: WheelEvent): void {
    e.preventDefault()
    const { x, y } = at(e)
    handlers.onZoom(1.0015 ** -e.deltaY, x, y)
  }

  const leave = (): void => handlers.onLeave()
  const noMenu = (e: Event): void => e.preventDefault()
  const all: [string, (e: never) => void][] = [
    ['pointerdown', handleDown],
    ['pointermove', handleMove],
    ['pointerup', handleUp],
    ['pointercancel', handleCancel],
    ['pointerleave', leave],
    ['contextmenu', noMenu],
    ['wheel', handleWheel]
  ]
  for (const [name, listener] of all) element.addEventListener(name, listener as EventListener, { passive: false })
  return () => {
    for (const [name, listener] of all) element.removeEventListener(name, listener as EventListener)
  }
}
