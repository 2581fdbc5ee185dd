import type { PickMode } from '@/model/pick'

/** A stroke is begun, goes on and ends; or it is taken away, and then it was none. */
export type StrokePhase = 'begin' | 'go' | 'end' | 'cancel'

/** Shift adds, Ctrl (or Alt, where no window manager takes it) takes away, nothing replaces. */
export function modeOf(event: { shiftKey: boolean; altKey: boolean; ctrlKey: boolean; metaKey: boolean }): PickMode {
  if (event.altKey || event.ctrlKey || event.metaKey) return 'take'
  return event.shiftKey ? 'add' : 'replace'
}

/** A finger trembles more than a pen, and a pen more than a mouse. */
const CLICK_RADIUS_PX: Record<string, number> = { touch: 10, pen: 7 }
const MOUSE_RADIUS_PX = 4

/** How far a press may wander and still be a click. */
export function clickRadius(pointerType: string): number {
  return CLICK_RADIUS_PX[pointerType] ?? MOUSE_RADIUS_PX
}

/** Every place that a pointer was at since the last event, where the browser tells. */
export function placesOf(e: PointerEvent): PointerEvent[] {
  const all = e.getCoalescedEvents?.() ?? []
  return all.length > 0 ? all : [e]
}
