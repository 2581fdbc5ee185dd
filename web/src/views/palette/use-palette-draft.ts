import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/components/say'

import type { ComputedRef, Ref, ShallowRef } from 'vue'
import type { Judgement, Palette, WantedGroup } from '@/api/types'

const TYPING_MS = 350

interface PaletteDraft {
  /** As it is kept. */
  palette: ShallowRef<Palette | null>
  name: Ref<string>
  groups: Ref<WantedGroup[]>
  judgement: ShallowRef<Judgement | null>
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
  let timer = 0

  const isChanged = computed(
    () => palette.value !== null && written(name.value, groups.value) !== written(palette.value.name, palette.value.groups)
  )

  async function load(): Promise<void> {
    palette.value = await api.palette(id())
    leave()
  }

  function leave(): void {
    if (!palette.value) return
    name.value = palette.value.name
    groups.value = palette.value.groups.map((g) => ({ ...g, keywords: [...g.keywords] }))
  }

  function keep(): Promise<boolean> {
    return orSay(async () => {
      await api.changePalette(id(), palette.value!.version, name.value, groups.value)
      await load()
    })
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

  watch(
    () => JSON.stringify(groups.value.map((g) => [g.number, g.color, g.isColorLocked])),
    () => {
      window.clearTimeout(timer)
      timer = window.setTimeout(() => void judge(), TYPING_MS)
    }
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
