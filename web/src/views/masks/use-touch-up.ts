import { ref } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/components/say'
import { useMasksStore } from '@/stores/masks'
import type { Ref } from 'vue'
import type { TouchUp } from '@/api/types'

/** Where a stroke on the model crosses a seam, it goes on elsewhere on the sheet. */
const JUMP = 0.08

/** Turns presses on the map or the model into touch-ups. */
export function useTouchUp(
  bakeId: () => number,
  sheet: () => string
): {
  tool: Ref<TouchUp['do'] | ''>
  strokePx: Ref<number>
  receiver: Ref<number>
  stroke: (phase: 'begin' | 'go' | 'end', u: number, v: number) => void
} {
  const masks = useMasksStore()
  const tool = ref<TouchUp['do'] | ''>('')
  const strokePx = ref(6)
  const receiver = ref(0)
  let paths: number[][] = []

  function stroke(phase: 'begin' | 'go' | 'end', u: number, v: number): void {
    if (phase === 'begin') paths = [[u, v]]
    else if (Number.isFinite(u) && paths.length > 0) goTo(u, v)
    if (phase === 'end') void finish()
  }

  function goTo(u: number, v: number): void {
    const path = paths.at(-1)!
    const isNear = Math.hypot(u - path.at(-2)!, v - path.at(-1)!) < JUMP
    if (isNear) path.push(u, v)
    else paths.push([u, v])
  }

  async function finish(): Promise<void> {
    const kind = tool.value
    const wanted = kind === 'stroke' ? paths : paths.slice(0, 1).map((p) => p.slice(0, 2))
    paths = []
    if (kind === '' || wanted.length === 0) return
    await orSay(async () => {
      const made: TouchUp[] = []
      for (const path of wanted)
        made.push(await api.touchUp(bakeId(), sheet(), kind, path, strokePx.value, receiver.value))
      await masks.keep(`${kind} touched up`, { ...masks.plan, touchUps: [...masks.plan.touchUps, ...made] })
    })
  }

  return { tool, strokePx, receiver, stroke }
}
