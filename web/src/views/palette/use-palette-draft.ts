import { watchDebounced } from '@vueuse/core'
import { computed, ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import { ApiProblem } from '@/api/http'
import { orSay } from '@/stores/say'
import { mergePalettes } from '@/model/palette-merge'

import type { ComputedRef, Ref, ShallowRef } from 'vue'
import type { Judgement, Palette, WantedGroup } from '@/api/types'

const TYPING_MS = 350

interface PaletteDraft {
  /** As it is kept. */
  palette: ShallowRef<Palette | null>
  name: Ref<string>
  groups: Ref<WantedGroup[]>
  judgement: ShallowRef<Judgement | null>
  /** After a palette that somebody else changed was brought together with what was typed: what both changed, in words. */
  merged: ShallowRef<string[] | null>
  isChanged: ComputedRef<boolean>
  load: () => Promise<void>
  keep: () => Promise<boolean>
  leave: () => void
  add: () => void
  remove: (at: number) => void
  setColor: (number: number, color: string) => void
  proposeColors: () => Promise<boolean>
}

/** A palette that is worked on: nothing reaches an asset before it is kept. */
export function usePaletteDraft(id: () => number): PaletteDraft {
  const palette = shallowRef<Palette | null>(null)
  const name = ref('')
  const groups = ref<WantedGroup[]>([])
  const judgement = shallowRef<Judgement | null>(null)
  const merged = shallowRef<string[] | null>(null)

  const isChanged = computed(
    () => palette.value !== null && written(name.value, groups.value) !== written(palette.value.name, palette.value.groups)
  )

  async function load(): Promise<void> {
    palette.value = await api.palette(id())
    leave()
  }

  function leave(): void {
    merged.value = null
    if (!palette.value) return
    name.value = palette.value.name
    groups.value = palette.value.groups.map((g) => ({ ...g, keywords: [...g.keywords] }))
  }

  async function keep(): Promise<boolean> {
    merged.value = null
    return orSay(async () => {
      try {
        await api.changePalette(id(), palette.value!.version, name.value, groups.value)
      } catch (e) {
        if (!(e instanceof ApiProblem) || e.status !== 409 || !(await merge())) throw e
        return
      }
      await load()
    })
  }

  /**
   * Brings what was typed together with what somebody else kept meanwhile, to be looked at and kept.
   *
   * @returns false when nobody else changed it
   */
  async function merge(): Promise<boolean> {
    const theirs = await api.palette(id())
    const base = palette.value!
    if (theirs.version === base.version) return false
    const { clashes, ...state } = mergePalettes(base, { name: name.value, groups: groups.value }, theirs)
    palette.value = theirs
    name.value = state.name
    groups.value = state.groups
    merged.value = clashes
    return true
  }

  function add(): void {
    const number = Math.max(0, ...groups.value.map((g) => g.number)) + 1
    const added = { id: 0, number, name: `group ${number}`, color: '#808080', keywords: [], isColorLocked: false }
    groups.value.push(added)
    const judged = groups.value.map((g) => ({ ...g, isColorLocked: g.number !== number }))
    void orSay(async () => setColors(await api.proposeColors(judged)))
  }

  function setColors(colors: Record<string, string>): void {
    for (const group of groups.value) group.color = colors[String(group.number)] ?? group.color
  }

  watchDebounced(
    () => JSON.stringify(groups.value.map((g) => [g.number, g.color, g.isColorLocked])),
    () => judge(),
    { debounce: TYPING_MS }
  )

  async function judge(): Promise<void> {
    const asked = groups.value
    try {
      const found = asked.length > 0 ? await api.judgeColors(asked) : null
      if (groups.value === asked) judgement.value = found
    } catch {
      // A colour that is being typed is no colour yet.
      judgement.value = null
    }
  }

  return {
    palette,
    name,
    groups,
    judgement,
    merged,
    isChanged,
    load,
    keep,
    leave,
    add,
    remove: (at) => void groups.value.splice(at, 1),
    setColor(number, color) {
      setColors({ [String(number)]: color })
    },
    proposeColors: () => orSay(async () => setColors(await api.proposeColors(groups.value)))
  }
}

/** What of a palette can be changed, as one text. */
function written(name: string, groups: WantedGroup[]): string {
  return JSON.stringify([
    name,
    groups.map((g) => [g.id, g.number, g.name, g.color.toUpperCase(), g.keywords, g.isColorLocked])
  ])
}
