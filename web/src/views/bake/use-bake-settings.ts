import { computed, reactive } from 'vue'
import { chooseOrigin, originsOf } from '@/model/origins'
import { useAssetStore } from '@/stores/asset'
import type { ComputedRef } from 'vue'
import type { BakeSettings, Cure, IdOrigin, Reach, Revision } from '@/api/types'
import type { OriginChoice } from '@/model/origins'

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
  links: []
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
  const last = store.asset!.bakeSettings ?? store.asset!.bakes[0]?.settings
  const settings = reactive<BakeSettings>(
    structuredClone(last ?? { ...DEFAULTS, ...chooseOrigin(store.target, store.sources) }) as BakeSettings
  )

  const read = computed(() => {
    if (!settings.isFromSource) return store.target ? [store.target] : []
    return store.sources.filter((s) => settings.sourceIds?.includes(s.id) ?? true)
  })
  const origins = computed(() => originsOf(read.value))
  const canBake = computed(() => origins.value.some((o) => o.value === settings.origin && o.hasData))

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
    if (action === 'reach') {
      setReach(null)
      settings.partReaches = []
    }
    if (action === 'link') link(...(value.split('\t') as [string, string]))
    if (!canBake.value) settings.origin = origins.value.find((o) => o.hasData)?.value ?? settings.origin
  }

  return { settings, read, origins, canBake, setReach, setPartReach, link, take }
}
