import { ref } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { useMasksStore } from '@/stores/masks'
import type { Ref } from 'vue'
import type { TouchUp } from '@/api/types'
import type { StrokePhase } from '@/stage/press'

/** Two places of a stroke on the model that are farther apart on the sheet lie on two sides of a seam. */
const JUMP = 0.08

/** Turns presses on the map or the model into touch-ups. */
export function useTouchUp(
  bakeId: () => number,
  sheet: () => string
): {
  tool: Ref<TouchUp['do'] | ''>
  strokePx: Ref<number>
  receiver: Ref<number>
  stroke: (phase: StrokePhase, u: number, v: number) => void
  /** The same from the model, where a stroke that crosses a seam goes on elsewhere on the sheet. */
  strokeOnModel: (phase: StrokePhase, u: number, v: number) => void
} {
  const masks = useMasksStore()
  const tool = ref<TouchUp['do'] | ''>('')
  const strokePx = ref(6)
  const receiver = ref(0)
  let paths: number[][] = []

  function go(phase: StrokePhase, u: number, v: number, longest: number): void {
    if (phase === 'cancel') paths = []
    else if (phase === 'begin') paths = [[u, v]]
    else if (Number.isFinite(u) && paths.length > 0) goTo(u, v, longest)
    if (phase === 'end') void finish()
  }

  function goTo(u: number, v: number, longest: number): void {
    const path = paths.at(-1)!
    const isNear = Math.hypot(u - path.at(-2)!, v - path.at(-1)!) < longest
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
      await masks.keep(`${kind} touched up`, (p) => ({ ...p, touchUps: [...p.touchUps, ...made] }))
    })
  }

  return {
    tool,
    strokePx,
    receiver,
    stroke: (phase, u, v) => go(phase, u, v, Infinity),
    strokeOnModel: (phase, u, v) => go(phase, u, v, JUMP)
  }
}
