import { onBeforeUnmount, onMounted, ref, shallowRef } from 'vue'
import { useKeysStore } from '@/stores/keys'
import { usePickingStore } from '@/stores/picking'
import { boxShape } from '@/stage/shape'

import { keyOf } from '@/views/sort/commands'

import type { Ref, ShallowRef } from 'vue'
import type { Pick, PickMode } from '@/model/pick'
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
  handleStroke: (phase: 'begin' | 'go' | 'end', clientX: number, clientY: number, mode: PickMode) => void
}

/** Picks by sweeping, by boxes and by free outlines. */
export function useStrokes(stage: () => Stage | null | undefined): Strokes {
  const picking = usePickingStore()
  const keys = useKeysStore()
  const held = ref<Stroke | null>(null)
  const shape = shallowRef<Shape>([])
  const isThrough = ref(false)
  let last: { x: number; y: number } | null = null
  let before: Pick | null = null

  function sweepTo(s: Stage, x: number, y: number, mode: PickMode): void {
    const from = last ?? { x, y }
    const steps = Math.max(1, Math.ceil(Math.hypot(x - from.x, y - from.y) / SWEEP_STEP_PX))
    const faces: number[] = []
    for (let i = 1; i <= steps; i++) {
      const hit = s.hitAt(from.x + ((x - from.x) * i) / steps, from.y + ((y - from.y) * i) / steps)
      if (hit) for (const face of picking.facesAt(hit.face)) faces.push(face)
    }
    picking.draft(faces, mode === 'take' ? 'take' : 'add')
    last = { x, y }
  }

  function draw(s: Stage, x: number, y: number): void {
    const box = s.canvas.getBoundingClientRect()
    const point = { x: x - box.left, y: y - box.top }
    if (held.value === 'box' && shape.value.length > 0) shape.value = boxShape(shape.value[0]!, point)
    else shape.value = [...shape.value, point]
  }

  function finishShape(s: Stage, mode: PickMode): void {
    const inside = shape.value.length > 2 ? s.facesInside(shape.value, isThrough.value) : []
    const faces = new Set<number>()
    for (const face of inside) if (!faces.has(face)) for (const f of picking.facesAt(face)) faces.add(f)
    picking.pickFaces([...faces], mode)
    shape.value = []
  }

  function handleStroke(phase: 'begin' | 'go' | 'end', x: number, y: number, mode: PickMode): void {
    const s = stage()
    if (!s) return
    if (phase === 'begin') {
      last = null
      shape.value = []
      before = picking.pick
      if (held.value === 'sweep' && mode === 'replace') picking.draft([], 'replace')
    }
    if (held.value === 'sweep') sweepTo(s, x, y, mode)
    else if (phase !== 'end' && held.value) draw(s, x, y)
    if (phase !== 'end') return
    if (shape.value.length > 0) finishShape(s, mode)
    else if (before) picking.keepDraft(before)
  }

  function handleKey(e: KeyboardEvent): void {
    const isTyping = e.target instanceof HTMLElement && e.target.closest('input:not([type=radio]), textarea, [role=dialog]')
    // Shift and Alt say what becomes of the pick, also when they were pressed first.
    const pressed = keyOf(e).replace('Shift ', '').toUpperCase()
    const found = STROKES.find((s) => keys.keyOf(s.id, s.key).toUpperCase() === pressed)
    if (!found || isTyping || e.ctrlKey || e.metaKey) return
    if (e.type === 'keydown') held.value = found.stroke
    else if (held.value === found.stroke) letGo()
  }

  function letGo(): void {
    held.value = null
    shape.value = []
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
