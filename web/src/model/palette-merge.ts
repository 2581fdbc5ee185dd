import type { WantedGroup } from '@/api/types'

export interface PaletteState {
  name: string
  groups: WantedGroup[]
}

interface Merged extends PaletteState {
  /** What both changed, in words; what was typed here stands. */
  clashes: string[]
}

const FIELDS = ['number', 'name', 'color', 'keywords', 'isColorLocked'] as const

/**
 * Brings together what was typed here and what somebody else kept meanwhile, field by field: what only one of
 * the two changed is taken, and of what both changed, what was typed here.
 *
 * @param base what both began from
 * @param mine not kept yet; new groups have the id 0
 */
export function mergePalettes(base: PaletteState, mine: PaletteState, theirs: PaletteState): Merged {
  const clashes: string[] = []
  const baseOf = new Map(base.groups.map((g) => [g.id, g]))
  const theirsOf = new Map(theirs.groups.map((g) => [g.id, g]))
  const groups: WantedGroup[] = []
  for (const group of mine.groups) {
    const was = baseOf.get(group.id)
    const is = theirsOf.get(group.id)
    if (group.id === 0 || !was) groups.push({ ...group })
    else if (is) groups.push(mergeGroup(was, group, is, clashes))
    else if (!isSame(was, group)) {
      clashes.push(`${group.name} was taken out elsewhere; it is a new group here`)
      groups.push({ ...group, id: 0 })
    }
  }
  for (const group of theirs.groups) {
    const was = baseOf.get(group.id)
    const isKeptHere = mine.groups.some((g) => g.id === group.id)
    if (isKeptHere) continue
    if (!was) groups.push({ ...group })
    else if (!isSame(was, group)) {
      clashes.push(`${group.name} was changed elsewhere; it is not taken out`)
      groups.push({ ...group })
    }
  }
  const name = mine.name === base.name ? theirs.name : mine.name
  if (mine.name !== base.name && theirs.name !== base.name && mine.name !== theirs.name) {
    clashes.push(`the name is “${theirs.name}” elsewhere`)
  }
  giveNumbers(groups)
  return { name, groups: groups.sort((a, b) => a.number - b.number), clashes }
}

function mergeGroup(was: WantedGroup, mine: WantedGroup, theirs: WantedGroup, clashes: string[]): WantedGroup {
  const merged = { ...mine, keywords: [...mine.keywords] }
  for (const field of FIELDS) {
    const isMine = !isEqual(mine[field], was[field])
    const isTheirs = !isEqual(theirs[field], was[field])
    if (isTheirs && !isMine) Object.assign(merged, { [field]: theirs[field] })
    if (isTheirs && isMine && !isEqual(mine[field], theirs[field])) {
      clashes.push(`${mine.name}: ${WORDS[field]} is ${written(theirs[field])} elsewhere`)
    }
  }
  return merged
}

const WORDS: Record<(typeof FIELDS)[number], string> = {
  number: 'its number',
  name: 'its name',
  color: 'its colour',
  keywords: 'what it is called besides',
  isColorLocked: 'whether its colour is kept'
}

/** Of two groups with one number the later takes the next free one. */
function giveNumbers(groups: WantedGroup[]): void {
  const taken = new Set<number>()
  for (const group of groups) {
    while (taken.has(group.number)) group.number++
    taken.add(group.number)
  }
}

function isSame(a: WantedGroup, b: WantedGroup): boolean {
  return FIELDS.every((field) => isEqual(a[field], b[field]))
}

function isEqual(a: unknown, b: unknown): boolean {
  return typeof a === 'string' && typeof b === 'string'
    ? a.toUpperCase() === b.toUpperCase() && (a.startsWith('#') || a === b)
    : JSON.stringify(a) === JSON.stringify(b)
}

function written(value: unknown): string {
  if (typeof value === 'boolean') return value ? 'yes' : 'no'
  return Array.isArray(value) ? value.join(', ') || 'nothing' : `“${String(value)}”`
}
