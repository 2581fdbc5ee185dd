import { computed, nextTick, reactive, watch } from 'vue'
import { api } from '@/api/client'
import { useAssetStore } from '@/stores/asset'
import { useAnswer } from '@/components/use-answer'
import { useDraftsStore } from '@/stores/drafts'
import { useUndoHereStore } from '@/stores/undo-here'
import type { ComputedRef } from 'vue'
import type { BakeSettings, Cure, IdOrigin, OriginChoice, Reach, Revision } from '@/api/types'

const DEFAULTS = {
  sourceIds: null,
  size: 2048,
  samples: 16,
  isExact: false,
  padding: 16,
  reachOutward: null,
  reachInward: null,
  partReaches: [],
  pairing: 'fitting',
  affixes: [],
  links: [],
  isSolid: false
} as const

interface BakeChoice {
  settings: BakeSettings
  /** What is read with these settings. */
  read: ComputedRef<Revision[]>
  origins: ComputedRef<OriginChoice[]>
  canBake: ComputedRef<boolean>
  setReach: (reach: Reach | null) => void
  /** @param reach null for that of the whole */
  setPartReach: (part: string, reach: Reach | null) => void
  /** @param sourcePart null to take the links of a part away */
  link: (targetPart: string, sourcePart: string | null) => void
  /** Does what a finding proposes, as far as it is about settings. */
  take: (cure: Cure) => void
}

/** What the next bake is to be like: as the last one, or what is proposed. */
export function useBakeSettings(): BakeChoice {
  const store = useAssetStore()
  const last = (): BakeSettings | undefined => store.asset?.bakeSettings ?? store.asset?.bakes[0]?.settings
  const drafts = useDraftsStore()
  const undo = useUndoHereStore()
  const { id } = store.asset!
  const first = (): BakeSettings => structuredClone(last() ?? { ...DEFAULTS, ...store.asset!.proposedOrigin }) as BakeSettings
  const base = last() ?? null
  const settings = reactive<BakeSettings>(drafts.take<BakeSettings>(`bake ${id}`, base) ?? first())

  /** What is chosen stays when one leaves and comes back, and each choice can be taken back. */
  let before = JSON.stringify(settings)
  let isStep = false
  function put(kept: string): Promise<void> {
    isStep = true
    Object.assign(settings, JSON.parse(kept))
    return nextTick()
  }
  const name = `bake ${id}`
  drafts.show(name, put)
  watch(settings, () => {
    const [from, to] = [before, JSON.stringify(settings)]
    if (from === to) return
    before = to
    drafts.keep(name, last() ?? null, settings)
    if (!isStep) {
      undo.did(id, 'bake', { words: 'settings of the bake', undo: () => drafts.put(name, from), redo: () => drafts.put(name, to) })
    }
    isStep = false
  })

  /** A model that has been read while nobody has chosen anything is read from as if it had been there before. */
  watch(
    () => store.asset?.proposedOrigin,
    (now, before) => {
      const isUntouched = before?.origin === settings.origin && before.isFromSource === settings.isFromSource
      // Claims are what is proposed of nothing at all; any other origin stays while its model is the one to read.
      const isForOther = now?.isFromSource !== settings.isFromSource || settings.origin === 'claims'
      if (!last() && isUntouched && isForOther) Object.assign(settings, now)
    }
  )

  const read = computed(() => {
    if (!settings.isFromSource) return store.target ? [store.target] : []
    return store.sources.filter((s) => settings.sourceIds?.includes(s.id) ?? true)
  })
  /** What the server says of what is read; nothing while it is asked. */
  const { answer } = useAnswer(
    () =>
      JSON.stringify([
        settings.isFromSource,
        settings.sourceIds,
        read.value.map((r) => [r.id, r.geometryKey, r.claimedShare > 0])
      ]),
    () => api.origins(store.asset!.id, settings.isFromSource, settings.sourceIds)
  )
  const origins = computed<OriginChoice[]>(() => answer.value ?? [])
  const canBake = computed(() => origins.value.some((o) => o.origin === settings.origin && o.hasData))

  /** Other models were chosen to be read: an origin that they have nothing for is given up. */
  let choosesAnew = false
  watch(answer, () => {
    if (choosesAnew && !canBake.value) settings.origin = origins.value.find((o) => o.hasData)?.origin ?? settings.origin
    choosesAnew = false
  })

  function setReach(reach: Reach | null): void {
    settings.reachOutward = reach?.outward ?? null
    settings.reachInward = reach?.inward ?? null
  }

  function setPartReach(part: string, reach: Reach | null): void {
    const others = settings.partReaches.filter((p) => p.part !== part)
    settings.partReaches = reach ? [...others, { part, ...reach }] : others
  }

  function link(targetPart: string, sourcePart: string | null): void {
    settings.links = settings.links.filter(
      (l) => l.targetPart !== targetPart || (sourcePart !== null && l.sourcePart !== sourcePart)
    )
    if (sourcePart !== null) settings.links.push({ targetPart, sourcePart })
  }

  function take({ action, value }: Cure): void {
    if (action === 'origin') settings.origin = value as IdOrigin
    if (action === 'read-target') settings.isFromSource = false
    if (action === 'read-sources') settings.isFromSource = true
    if (action === 'pairing') settings.pairing = value as BakeSettings['pairing']
    if (action === 'solid') settings.isSolid = true
    if (action === 'reach') {
      setReach(null)
      settings.partReaches = []
    }
    if (action === 'link') link(...(value.split('\t') as [string, string]))
    choosesAnew = action === 'read-target' || action === 'read-sources'
  }

  return { settings, read, origins, canBake, setReach, setPartReach, link, take }
}
