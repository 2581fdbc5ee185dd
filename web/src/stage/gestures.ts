import type { PickMode } from '@/model/pick'

const CLICK_RADIUS_PX = 4

interface Handlers {
  onClick: (clientX: number, clientY: number, mode: PickMode) => void
  onHover: (clientX: number, clientY: number) => void
  onLeave: () => void
  /** Whether a press begins a gesture of its own, that is neither a click nor the camera's. */
  isHeld?: () => boolean
  onStroke?: (phase: 'begin' | 'go' | 'end', clientX: number, clientY: number, mode: PickMode) => void
}

/** Shift adds, Alt takes away, nothing replaces. */
export function modeOf(event: { shiftKey: boolean; altKey: boolean }): PickMode {
  if (event.altKey) return 'take'
  return event.shiftKey ? 'add' : 'replace'
}

/**
 * Tells clicks from camera gestures: a pointer that moved was a camera gesture and never a click.
 *
 * @returns takes the listeners off again
 */
export function listenForClicks(element: HTMLElement, handlers: Handlers): () => void {
  let downAt: { x: number; y: number } | null = null
  let hoverRequest = 0
  let isStroke = false

  function handleDown(e: PointerEvent): void {
    if (e.button === 0 && e.isPrimary && handlers.isHeld?.()) {
      isStroke = true
      element.setPointerCapture(e.pointerId)
      handlers.onStroke?.('begin', e.clientX, e.clientY, modeOf(e))
      return
    }
    downAt = e.button === 0 && e.isPrimary ? { x: e.clientX, y: e.clientY } : null
    handlers.onLeave()
  }

  function handleMove(e: PointerEvent): void {
    if (isStroke) {
      handlers.onStroke?.('go', e.clientX, e.clientY, modeOf(e))
      return
    }
    if (downAt && Math.hypot(e.clientX - downAt.x, e.clientY - downAt.y) > CLICK_RADIUS_PX) downAt = null
    if (e.buttons !== 0) return
    cancelAnimationFrame(hoverRequest)
    hoverRequest = requestAnimationFrame(() => handlers.onHover(e.clientX, e.clientY))
  }

  function handleUp(e: PointerEvent): void {
    if (isStroke) {
      isStroke = false
      handlers.onStroke?.('end', e.clientX, e.clientY, modeOf(e))
      return
    }
    if (downAt && e.button === 0) handlers.onClick(e.clientX, e.clientY, modeOf(e))
    downAt = null
  }

  function handleLeave(): void {
    downAt = null
    cancelAnimationFrame(hoverRequest)
    handlers.onLeave()
  }

  element.addEventListener('pointerdown', handleDown)
  element.addEventListener('pointermove', handleMove)
  element.addEventListener('pointerup', handleUp)
  element.addEventListener('pointerleave', handleLeave)
  return () => {
    handleLeave()
    element.removeEventListener('pointerdown', handleDown)
    element.removeEventListener('pointermove', handleMove)
    element.removeEventListener('pointerup', handleUp)
    element.removeEventListener('pointerleave', handleLeave)
  }
}
