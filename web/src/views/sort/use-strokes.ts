import { onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { useKeysStore } from '@/stores/keys'
import { usePickingStore } from '@/stores/picking'
import { orSay } from '@/stores/say'
import { isInRuns } from '@/model/runs'
import { boxShape } from '@/stage/shape'

import { keyOf } from '@/views/sort/commands'

import type { Ref, ShallowRef } from 'vue'
import type { Pick, PickMode } from '@/model/pick'
import type { StrokePhase } from '@/stage/press'
import type { Shape } from '@/stage/shape'
import type { Stage } from '@/stage/stage'

export type Stroke = 'sweep' | 'box' | 'free'

/** What is done while a key is held and the pointer is drawn over the model. */
export const STROKES: { stroke: Stroke; id: string; key: string; name: string }[] = [
  { stroke: 'sweep', id: 'stroke-sweep', key: 'S', name: 'sweep over what is to be picked' },
  { stroke: 'box', id: 'stroke-box', key: 'D', name: 'draw a box' },
  { stroke: 'free', id: 'stroke-free', key: 'F', name: 'draw a free outline' }
]

/** Pixels between two places that a sweep looks at. */
const SWEEP_STEP_PX = 4

interface Strokes {
  held: Ref<Stroke | null>
  /** What is drawn now, pixels of the stage. */
  shape: ShallowRef<Shape>
  isThrough: Ref<boolean>
  handleStroke: (phase: StrokePhase, clientX: number, clientY: number, mode: PickMode) => void
}

/** Picks by sweeping, by boxes and by free outlines. */
export function useStrokes(stage: () => Stage | null | undefined): Strokes {
  const picking = usePickingStore()
  const keys = useKeysStore()
  const held = ref<Stroke | null>(null)
  const shape = shallowRef<Shape>([])
  const isThrough = ref(false)
  /** What is drawn with now, from the press to its end. */
  let drawn: Stroke | null = null
  let isKeyUp = false
  let last: { x: number; y: number } | null = null
  let before: Pick | null = null

  function sweepTo(s: Stage, x: number, y: number, mode: PickMode): void {
    const from = last ?? { x, y }
    const steps = Math.max(1, Math.ceil(Math.hypot(x - from.x, y - from.y) / SWEEP_STEP_PX))
    const faces = new Set<number>()
    for (let i = 1; i <= steps; i++) {
      const hit = s.hitAt(from.x + ((x - from.x) * i) / steps, from.y + ((y - from.y) * i) / steps)
      // What the sweep has passed already is passed over: a part may have a million faces.
      if (hit && isInRuns(picking.pick!.runs, hit.face) === (mode === 'take')) faces.add(hit.face)
    }
    if (faces.size > 0) pickMeant([...faces], mode === 'take' ? 'take' : 'add', true)
    last = { x, y }
  }

  function draw(s: Stage, x: number, y: number): void {
    const box = s.canvas.getBoundingClientRect()
    const point = { x: x - box.left, y: y - box.top }
    if (drawn === 'box' && shape.value.length > 0) shape.value = boxShape(shape.value[0]!, point)
    else shape.value = [...shape.value, point]
  }

  function finishShape(s: Stage, mode: PickMode): void {
    pickMeant(shape.value.length > 2 ? s.facesInside(shape.value, isThrough.value) : [], mode)
    shape.value = []
  }

  function pickMeant(faces: ArrayLike<number>, mode: PickMode, isDraft = false): void {
    void orSay(() => picking.pickAround(faces, mode, isDraft))
  }

  function begin(mode: PickMode): void {
    drawn = held.value
    isKeyUp = false
    last = null
    shape.value = []
    before = picking.pick
    if (drawn === 'sweep' && mode === 'replace') picking.beginDraft()
  }

  function handleStroke(phase: StrokePhase, x: number, y: number, mode: PickMode): void {
    const s = stage()
    if (!s) return
    if (phase === 'begin') begin(mode)
    if (phase === 'cancel') {
      if (drawn === 'sweep' && before) picking.dropDraft(before)
      end()
      return
    }
    if (drawn === 'sweep') sweepTo(s, x, y, mode)
    else if (phase !== 'end' && drawn) draw(s, x, y)
    if (phase !== 'end') return
    if (shape.value.length > 0) finishShape(s, mode)
    else if (before) picking.keepDraft(before)
    end()
  }

  function end(): void {
    drawn = null
    shape.value = []
    if (isKeyUp) held.value = null
  }

  function handleKey(e: KeyboardEvent): void {
    const isTyping = e.target instanceof HTMLElement && e.target.closest('input:not([type=radio], [type=checkbox]), textarea, [role=dialog]')
    // Shift and Ctrl say what becomes of the pick, also when they were pressed first.
    const pressed = keyOf(e).replace(/^(Ctrl )?(Shift )?/, '').toUpperCase()
    const found = STROKES.find((s) => keys.keyOf(s.id, s.key).toUpperCase() === pressed)
    if (!found || isTyping) return
    if (e.type === 'keyup') {
      if (held.value === found.stroke) letGo()
    } else if (!e.ctrlKey && !e.metaKey) held.value = found.stroke
    // The key repeats while Ctrl comes to it: that is no command of the browser.
    else if (held.value === found.stroke) e.preventDefault()
  }

  /** A key that is let go a moment before the pen leaves what is drawn to be finished. */
  function letGo(): void {
    if (drawn) isKeyUp = true
    else held.value = null
  }

  onMounted(() => {
    window.addEventListener('keydown', handleKey)
    window.addEventListener('keyup', handleKey)
    window.addEventListener('blur', letGo)
  })
  onBeforeUnmount(() => {
    window.removeEventListener('keydown', handleKey)
    window.removeEventListener('keyup', handleKey)
    window.removeEventListener('blur', letGo)
  })
  return { held, shape, isThrough, handleStroke }
}
