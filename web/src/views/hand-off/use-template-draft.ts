import { computed, nextTick, ref, shallowRef, watch } from 'vue'
import type { ComputedRef, Ref, ShallowRef } from 'vue'
import { ElMessageBox } from 'element-plus'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { usePatience } from '@/components/use-patience'
import { useAssetStore } from '@/stores/asset'
import { CANCEL } from '@/stores/ask'
import { useDraftsStore } from '@/stores/drafts'
import { useUndoHereStore } from '@/stores/undo-here'

import type { Asset, HandoffPlan, Template, TemplateLine } from '@/api/types'

/** What a new line of each kind writes at first. */
export const FIRST_NAMES: Record<TemplateLine['what'], string> = {
  idMap: '{asset}_{sheet}_id.png',
  indexMap: '{asset}_{sheet}_index.png',
  filteredIdMap: '{asset}_{sheet}_id-filtered.png',
  mask: 'masks/{asset}_{sheet}_{mask}.png',
  pack: 'packs/{asset}_{sheet}_{pack}.png',
  layers: '{asset}_{sheet}.ora',
  coverage: '{asset}_{sheet}_coverage.exr',
  mesh: '{asset}.glb',
  palette: '{asset}_palette.json'
}

export interface TemplateDraft {
  templates: ShallowRef<Template[]>
  chosen: ComputedRef<Template | undefined>
  lines: Ref<TemplateLine[]>
  isChanged: ComputedRef<boolean>
  plan: ShallowRef<HandoffPlan | null>
  choose: (key: string) => Promise<void>
  add: (what: TemplateLine['what']) => void
  change: (index: number, line: TemplateLine) => void
  remove: (index: number) => void
  keep: () => Promise<void>
  keepAs: () => Promise<void>
  takeBack: () => void
  forget: () => Promise<void>
}

/** The template that an asset uses, as it is being changed, with the files that it would make. */
export function useTemplateDraft(asset: () => Asset, bakeId: () => number | null): TemplateDraft {
  const store = useAssetStore()
  const templates = shallowRef<Template[]>([])
  const lines = ref<TemplateLine[]>([])
  const key = ref('')
  const plan = shallowRef<HandoffPlan | null>(null)
  const chosen = computed(() => templates.value.find((t) => t.key === key.value))
  const isChanged = computed(() => chosen.value !== undefined && JSON.stringify(chosen.value.write) !== JSON.stringify(lines.value))

  const drafts = useDraftsStore()
  const undo = useUndoHereStore()
  const draftName = (): string => `template ${asset().id} ${key.value}`

  function lay(template: Template | undefined): void {
    key.value = template?.key ?? ''
    lines.value = drafts.take<TemplateLine[]>(draftName(), template?.write ?? []) ?? structuredClone(template?.write ?? [])
    before = JSON.stringify(lines.value)
  }

  /** What is typed stays when one leaves and comes back, and each change can be taken back. */
  let before = '[]'
  let isStep = false
  function put(kept: string): Promise<void> {
    isStep = true
    lines.value = JSON.parse(kept) as TemplateLine[]
    return nextTick()
  }
  drafts.show(`template ${asset().id}`, put)
  watch(
    lines,
    () => {
      const [from, to] = [before, JSON.stringify(lines.value)]
      if (from === to) return
      before = to
      drafts.keep(draftName(), chosen.value?.write ?? [], lines.value)
      const name = `template ${asset().id}`
      if (!isStep) {
        undo.did(asset().id, 'hand-off', { words: 'lines of the template', undo: () => drafts.put(name, from), redo: () => drafts.put(name, to) })
      }
      isStep = false
    },
    { deep: true }
  )

  function takeBack(): void {
    drafts.forget(draftName())
    lines.value = structuredClone(chosen.value?.write ?? [])
  }

  const ask = usePatience()

  async function load(wanted: string | null): Promise<void> {
    templates.value = await api.templates()
    lay(templates.value.find((t) => t.key === wanted) ?? templates.value[0])
  }
  // Another page may choose another template; what is being typed here stays.
  watch(
    () => [asset().id, asset().template] as const,
    ([, wanted]) => {
      if (templates.value.length === 0 || !isChanged.value) ask(() => wanted === asset().template, () => load(wanted))
    },
    { immediate: true }
  )

  let asked = 0
  watch(
    [bakeId, lines, () => asset().maskState],
    ([id]) => {
      if (id === null || lines.value.length === 0) return
      const own = ++asked
      ask(() => own === asked, async () => {
        const answer = await api.plan(id, chosen.value?.name ?? 'draft', lines.value)
        if (own === asked) plan.value = answer
      })
    },
    { immediate: true, deep: true }
  )

  function use(wanted: string): Promise<void> {
    return store.change(({ id, version }) => api.chooseTemplate(id, version, wanted))
  }

  async function choose(wanted: string): Promise<void> {
    const next = templates.value.find((t) => t.key === wanted)
    const isKept = await orSay(() => use(wanted))
    if (isKept) lay(next)
  }

  async function keepAs(): Promise<void> {
    const { value } = await ElMessageBox.prompt('Other assets can use it by this name.', 'Keep as a template', {
      confirmButtonText: 'Keep',
      cancelButtonText: CANCEL,
      inputValue: chosen.value?.id ? `${chosen.value.name} 2` : `House: ${chosen.value?.name.toLowerCase() ?? ''}`,
      inputPattern: /\S/,
      inputErrorMessage: 'A template needs a name.'
    }).catch(() => ({ value: null }))
    if (value === null) return
    await orSay(async () => {
      const { id } = await api.createTemplate(value.trim(), lines.value)
      await use(`own:${id}`)
      await load(`own:${id}`)
    })
  }

  async function keep(): Promise<void> {
    const { id, version, name } = chosen.value!
    await orSay(async () => {
      await api.changeTemplate(id!, version!, name, lines.value)
      await load(key.value)
    })
  }

  async function forget(): Promise<void> {
    const { id, version, name } = chosen.value!
    const isSure = await ElMessageBox.confirm(
      `Assets that use ${name} go back to ${templates.value[0]?.name}. Packages that were made stay.`,
      `Remove the template ${name}?`,
      { confirmButtonText: 'Remove', cancelButtonText: CANCEL }
    ).catch(() => null)
    if (!isSure) return
    await orSay(async () => {
      await api.deleteTemplate(id!, version!)
      await load(null)
    })
  }

  return {
    templates,
    chosen,
    lines,
    isChanged,
    plan,
    choose,
    add: (what) =>
      lines.value.push({
        what,
        name: FIRST_NAMES[what],
        ...(what === 'mesh' ? { format: 'glb', carries: 'vertexColors' as const } : {}),
        ...(what === 'palette' ? { format: 'json' } : {})
      }),
    change: (index, line) => (lines.value[index] = line),
    remove: (index) => lines.value.splice(index, 1),
    keep,
    keepAs,
    takeBack,
    forget
  }
}
