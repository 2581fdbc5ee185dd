import { clickRadius, modeOf, placesOf } from '@/stage/press'
import type { PickMode } from '@/model/pick'
import type { StrokePhase } from '@/stage/press'

interface Handlers {
  onClick: (clientX: number, clientY: number, mode: PickMode) => void
  onHover: (clientX: number, clientY: number) => void
  onLeave: () => void
  /** Whether a press there begins a gesture of its own, that is neither a click nor the camera's. */
  isHeld?: (clientX: number, clientY: number) => boolean
  onStroke?: (phase: StrokePhase, clientX: number, clientY: number, mode: PickMode) => void
}

/**
 * Tells clicks from camera gestures: a pointer that moved was a camera gesture and never a click.
 *
 * @returns takes the listeners off again
 */
export function listenForClicks(element: HTMLElement, handlers: Handlers): () => void {
  let downAt: { x: number; y: number } | null = null
  let hoverRequest = 0
  /** The pointer that draws a stroke. */
  let stroke: number | null = null

  function handleDown(e: PointerEvent): void {
    if (e.button === 0 && e.isPrimary && handlers.isHeld?.(e.clientX, e.clientY)) {
      stroke = e.pointerId
      element.setPointerCapture(e.pointerId)
      handlers.onStroke?.('begin', e.clientX, e.clientY, modeOf(e))
      return
    }
    downAt = e.button === 0 && e.isPrimary ? { x: e.clientX, y: e.clientY } : null
    handlers.onLeave()
  }

  function handleMove(e: PointerEvent): void {
    if (stroke !== null) {
      if (stroke === e.pointerId) for (const p of placesOf(e)) handlers.onStroke?.('go', p.clientX, p.clientY, modeOf(e))
      return
    }
    if (downAt && Math.hypot(e.clientX - downAt.x, e.clientY - downAt.y) > clickRadius(e.pointerType)) downAt = null
    if (e.buttons !== 0) return
    cancelAnimationFrame(hoverRequest)
    hoverRequest = requestAnimationFrame(() => handlers.onHover(e.clientX, e.clientY))
  }

  function handleUp(e: PointerEvent): void {
    if (stroke !== null) {
      if (stroke !== e.pointerId) return
      stroke = null
      handlers.onStroke?.('end', e.clientX, e.clientY, modeOf(e))
      return
    }
    if (downAt && e.button === 0) handlers.onClick(e.clientX, e.clientY, modeOf(e))
    downAt = null
  }

  /** The system takes the pointer away: for a gesture of its own, say, or since the palm lies on the glass. */
  function handleCancel(e: PointerEvent): void {
    downAt = null
    if (stroke !== e.pointerId) return
    stroke = null
    handlers.onStroke?.('cancel', e.clientX, e.clientY, modeOf(e))
  }

  function handleLeave(): void {
    downAt = null
    cancelAnimationFrame(hoverRequest)
    handlers.onLeave()
  }

  element.addEventListener('pointerdown', handleDown)
  element.addEventListener('pointermove', handleMove)
  element.addEventListener('pointerup', handleUp)
  element.addEventListener('pointercancel', handleCancel)
  element.addEventListener('pointerleave', handleLeave)
  return () => {
    handleLeave()
    element.removeEventListener('pointerdown', handleDown)
    element.removeEventListener('pointermove', handleMove)
    element.removeEventListener('pointerup', handleUp)
    element.removeEventListener('pointercancel', handleCancel)
    element.removeEventListener('pointerleave', handleLeave)
  }
}
