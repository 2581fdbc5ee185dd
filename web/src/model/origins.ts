import type { BakeSettings, IdOrigin, Inspection, Revision } from '@/api/types'

export interface OriginChoice {
  value: IdOrigin
  label: string
  hasData: boolean
}

/** An origin as it is said in a sentence. */
export function originWords(origin: string): string {
  return origin === 'parts' ? 'part names' : origin.replace('-colors', ' colours')
}

/** The origins of a bake, and which of them some models have data for when they are read together. */
export function originsOf(revisions: Revision[]): OriginChoice[] {
  const read = revisions.flatMap((r) => (r.inspection ? [r.inspection] : []))
  const sum = (of: (i: Inspection) => number): number => read.reduce((n, i) => n + of(i), 0)
  return [
    { value: 'claims', label: 'claims', hasData: revisions.some((r) => r.claimedShare > 0) },
    {
      value: 'vertex-colors',
      label: 'vertex colours',
      hasData: new Set(read.flatMap((i) => i.vertexColors.map((c) => c.color))).size > 1
    },
    { value: 'materials', label: 'materials', hasData: sum((i) => i.materials.length) > 1 },
    { value: 'parts', label: 'parts', hasData: sum((i) => i.parts.length) > 1 },
    // Several pieces of one part; of several parts the parts themselves tell more.
    { value: 'pieces', label: 'pieces', hasData: sum((i) => i.pieces) > 1 },
    { value: 'texture', label: 'texture', hasData: read.some((i) => i.hasUvs && i.textures.length > 0) }
  ]
}

/** What to propose: own claims first, then what the files bring along. */
export function chooseOrigin(
  target: Revision | null,
  sources: Revision[]
): Pick<BakeSettings, 'origin' | 'isFromSource'> {
  const fromTarget = originsOf(target ? [target] : []).filter((o) => o.hasData)
  const fromSource = originsOf(sources).filter((o) => o.hasData)
  if (fromTarget[0]?.value === 'claims') return { origin: 'claims', isFromSource: false }
  if (fromSource[0]) return { origin: fromSource[0].value, isFromSource: true }
  return { origin: fromTarget[0]?.value ?? 'claims', isFromSource: false }
}
