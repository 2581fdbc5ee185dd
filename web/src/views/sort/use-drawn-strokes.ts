import { useSpreadStore } from '@/stores/spread'

import type { StrokePhase } from '@/stage/press'
import type { Stage } from '@/stage/stage'

/** Pixels between two places that a stroke looks at. */
const STEP_PX = 3
/** Places around each of them, pixels: on a fine surface a line of single faces is hardly seen. */
const BRUSH = [
  [0, 0],
  [-2, 0],
  [2, 0],
  [0, -2],
  [0, 2]
] as const

interface DrawnStrokes {
  onStage: (phase: StrokePhase, clientX: number, clientY: number) => void
  onSheet: (phase: StrokePhase, face: number | null) => void
  /** A stroke of one face, as the keys' aim makes it. */
  dab: (face: number | null) => void
}

/**
 * Draws strokes that the surface follows.
 *
 * @param groupId of the drawer that they are for; 0 leaves alone what follows, null while none is chosen
 */
export function useDrawnStrokes(stage: () => Stage | null | undefined, groupId: () => number | null): DrawnStrokes {
  const spread = useSpreadStore()
  let last = { x: 0, y: 0 }

  function add(faces: number[]): void {
    const id = groupId()
    if (id !== null && faces.length > 0) spread.draw(id, faces)
  }

  function passed(x: number, y: number): number[] {
    const faces: number[] = []
    const steps = Math.max(1, Math.ceil(Math.hypot(x - last.x, y - last.y) / STEP_PX))
    for (let i = 1; i <= steps; i++) {
      const at = { x: last.x + ((x - last.x) * i) / steps, y: last.y + ((y - last.y) * i) / steps }
      for (const [dx, dy] of BRUSH) {
        const hit = stage()?.hitAt(at.x + dx, at.y + dy)
        if (hit) faces.push(hit.face)
      }
    }
    last = { x, y }
    return faces
  }

  function finish(phase: StrokePhase): void {
    if (phase === 'cancel') spread.dropStroke()
    else if (phase === 'end') spread.endStroke()
  }

  return {
    onStage(phase, x, y) {
      if (phase === 'begin') last = { x, y }
      if (phase !== 'cancel') add(passed(x, y))
      finish(phase)
    },
    onSheet(phase, face) {
      if (phase !== 'cancel' && face !== null) add([face])
      finish(phase)
    },
    dab(face) {
      if (face === null) return
      add([face])
      spread.endStroke()
    }
  }
}
