import type { Group } from '@/api/types'

/** Groups with what was typed in their name, number or keywords; those that begin with it come first. */
export function findGroups(groups: Group[], typed: string): Group[] {
  const query = typed.trim().toLowerCase()
  if (query === '') return groups
  const rank = (g: Group): number => {
    const words = [g.name, String(g.number), ...g.keywords].map((w) => w.toLowerCase())
    if (words.some((w) => w.startsWith(query))) return 0
    return words.some((w) => w.includes(query)) ? 1 : 2
  }
  return groups.filter((g) => rank(g) < 2).sort((a, b) => rank(a) - rank(b) || a.number - b.number)
}
