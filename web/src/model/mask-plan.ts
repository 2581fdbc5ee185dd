import type { MaskPart, MaskPlan, MaskSpec, MaskStep, PackSpec, PackWell } from '@/api/types'

/** Changes of a plan of masks; each answers with a new plan and leaves the old one as it was. */

export function freeName(wanted: string, taken: string[]): string {
  const used = new Set(taken.map((n) => n.toLowerCase()))
  for (let i = 1; ; i++) {
    const name = i === 1 ? wanted : `${wanted} ${i}`
    if (!used.has(name.toLowerCase())) return name
  }
}

export function withMask(plan: MaskPlan, index: number, mask: MaskSpec): MaskPlan {
  return { ...plan, masks: plan.masks.map((m, i) => (i === index ? mask : m)) }
}

/** The plan with only what a mask is made of: another change leaves it as it is. */
export function planOfMask(plan: MaskPlan, name: string): MaskPlan {
  const needed = new Set<string>()
  const visit = (wanted: string): void => {
    const key = wanted.toLowerCase()
    if (needed.has(key)) return
    needed.add(key)
    for (const part of plan.masks.find((m) => m.name.toLowerCase() === key)?.of ?? []) if (part.mask) visit(part.mask)
  }
  visit(name)
  return { ...plan, masks: plan.masks.filter((m) => needed.has(m.name.toLowerCase())), packs: [] }
}

/** What uses the mask goes on using it. */
export function renameMask(plan: MaskPlan, index: number, name: string): MaskPlan {
  const before = plan.masks[index]!.name.toLowerCase()
  const isIt = (used?: string): boolean => used?.toLowerCase() === before
  const masks = plan.masks.map((m, i) => ({
    ...m,
    name: i === index ? name : m.name,
    of: m.of.map((p) => (isIt(p.mask) ? { ...p, mask: name } : p))
  }))
  const well = (w: PackWell | null): PackWell | null => (isIt(w?.mask) ? { ...w, mask: name } : w)
  const packs = plan.packs.map((p) => ({ ...p, r: well(p.r), g: well(p.g), b: well(p.b), a: well(p.a) }))
  return { ...plan, masks, packs }
}

export function moved<T>(list: T[], from: number, by: number): T[] {
  const to = Math.max(0, Math.min(list.length - 1, from + by))
  const out = [...list]
  out.splice(to, 0, ...out.splice(from, 1))
  return out
}

export function without<T>(list: T[], index: number): T[] {
  return list.filter((_, i) => i !== index)
}

export function newMask(plan: MaskPlan, parts: MaskPart[]): MaskSpec {
  return { name: freeName('mask', plan.masks.map((m) => m.name)), of: parts, steps: [], bits: 8 }
}

export function newPack(plan: MaskPlan): PackSpec {
  return { name: freeName('pack', plan.packs.map((p) => p.name)), r: null, g: null, b: null, a: null }
}

/** A step as it begins. */
export function newStep(kind: MaskStep['do'], unit: 'px' | 'mm'): MaskStep {
  if (kind === 'tighten') return { do: kind, low: 0.25, high: 0.75 }
  if (kind === 'invert') return { do: kind }
  return unit === 'mm' ? { do: kind, mm: 2 } : { do: kind, px: 2 }
}

/** The wells of the pack that glTF asks for, from images whose names say what they are. */
export function gltfPack(plan: MaskPlan, images: string[]): PackSpec | null {
  const find = (...words: string[]): PackWell | null => {
    const name = images.find((n) => words.some((w) => n.toLowerCase().includes(w)))
    return name === undefined ? null : { image: name }
  }
  const [r, g, b] = [find('occlusion', '_ao', '-ao'), find('rough'), find('metal')]
  if ([r, g, b].filter(Boolean).length < 2) return null
  const name = freeName('occlusion roughness metalness', plan.packs.map((p) => p.name))
  return { name, r, g, b, a: null }
}
