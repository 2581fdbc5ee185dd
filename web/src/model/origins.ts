import type { BakeSettings, Revision } from '@/api/types'

export interface OriginChoice {
  value: string
  label: string
  hasData: boolean
}

/** The origins of a bake, and which of them a model has data for. */
export function originsOf(revision: Revision | null): OriginChoice[] {
  const inspection = revision?.inspection
  return [
    { value: 'claims', label: 'claims', hasData: (revision?.claimedShare ?? 0) > 0 },
    { value: 'vertex-colors', label: 'vertex colours', hasData: (inspection?.vertexColors.length ?? 0) > 1 },
    { value: 'materials', label: 'materials', hasData: (inspection?.materials.length ?? 0) > 1 },
    { value: 'parts', label: 'parts', hasData: (inspection?.parts.length ?? 0) > 1 }
  ]
}

/** What to propose: own claims first, then what the files bring along. */
export function chooseOrigin(
  target: Revision | null,
  source: Revision | null
): Pick<BakeSettings, 'origin' | 'isFromSource'> {
  const fromTarget = originsOf(target).filter((o) => o.hasData)
  const fromSource = originsOf(source).filter((o) => o.hasData)
  if (fromTarget[0]?.value === 'claims') return { origin: 'claims', isFromSource: false }
  if (fromSource[0]) return { origin: fromSource[0].value, isFromSource: true }
  return { origin: fromTarget[0]?.value ?? 'claims', isFromSource: false }
}
