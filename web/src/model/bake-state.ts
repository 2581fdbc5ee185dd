import { timeLeft } from '@/model/words'

import type { Bake, JobState } from '@/api/types'

/** The first of these that any sheet is in is the state of the whole. */
const STATES: JobState[] = ['running', 'waiting', 'failed', 'cancelled', 'done']

/** One state for all sheets of a bake, with its progress. */
export function bakeState(bake: Bake): { state: JobState; share: number; doing: string } {
  const states = bake.sheets.map((s) => s.state)
  const share = bake.sheets.reduce((sum, s) => sum + s.share, 0) / Math.max(1, bake.sheets.length)
  const active = bake.sheets.find((s) => s.state === 'running') ?? bake.sheets.find((s) => s.state === 'waiting')
  const name = bake.sheets.length > 1 ? `${active?.name}: ` : ''
  const left = active?.secondsLeft === undefined || active.secondsLeft === null ? '' : ` · ${timeLeft(active.secondsLeft)}`
  const doing = active ? `${name}${active.doing}${left}` : ''
  const state = STATES.find((candidate) => states.includes(candidate)) ?? 'done'
  return { state, share, doing }
}
