import { defineStore } from 'pinia'
import { shallowReactive } from 'vue'
import { orSay } from '@/stores/say'

import type { StationName } from '@/model/stations'

/** Something that was done on a station, and what takes it back and does it again. */
export interface Done {
  words: string
  undo: () => Promise<unknown>
  /** Absent where it cannot be done again. */
  redo?: () => Promise<unknown>
}

interface Line {
  done: Done[]
  undone: Done[]
}

/** So much of a sitting can be taken back. */
const LONGEST = 50

/**
 * What was done in this sitting on stations that keep no history of their own, by asset and station. Steps run one after
 * another, as their keys were pressed; one that is refused is gone, since what it was a step of is no longer there.
 */
export const useUndoHereStore = defineStore('undo here', () => {
  const lines = shallowReactive(new Map<string, Line>())
  let underWay: Promise<unknown> = Promise.resolve()

  const keyOf = (asset: number, station: StationName): string => `${asset} ${station}`
  const lineOf = (asset: number, station: StationName): Line => lines.get(keyOf(asset, station)) ?? { done: [], undone: [] }

  function put(asset: number, station: StationName, line: Line): void {
    lines.set(keyOf(asset, station), line)
  }

  function did(asset: number, station: StationName, step: Done): void {
    put(asset, station, { done: [...lineOf(asset, station).done, step].slice(-LONGEST), undone: [] })
  }

  /** What the next step back takes back, and the next one forth does again; null for none. */
  function nextOf(asset: number, station: StationName): { undo: string | null; redo: string | null } {
    const { done, undone } = lineOf(asset, station)
    return { undo: done.at(-1)?.words ?? null, redo: undone.at(-1)?.words ?? null }
  }

  async function move(asset: number, station: StationName, isBack: boolean): Promise<string | null> {
    const { done, undone } = lineOf(asset, station)
    const step = (isBack ? done : undone).at(-1)
    if (!step) return null
    const rest = { done: isBack ? done.slice(0, -1) : done, undone: isBack ? undone : undone.slice(0, -1) }
    put(asset, station, rest)
    const isDone = await orSay(isBack ? step.undo : step.redo!)
    if (!isDone) return null
    const after = lineOf(asset, station)
    if (isBack && step.redo) put(asset, station, { ...after, undone: [...after.undone, step] })
    if (!isBack) put(asset, station, { ...after, done: [...after.done, step] })
    return step.words
  }

  /** @returns what was taken back or done again; null when there was nothing, or it was refused */
  function step(asset: number, station: StationName, isBack: boolean): Promise<string | null> {
    const next = underWay.then(() => move(asset, station, isBack))
    underWay = next
    return next
  }

  return { did, nextOf, step }
})
