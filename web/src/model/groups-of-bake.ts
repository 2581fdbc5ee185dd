import type { Bake, Group } from '@/api/types'

/** The groups under the numbers that they had when a bake was made, with their present names and colours. */
export function groupsOfBake(bake: Bake | null, groups: Group[]): Group[] {
  const numbers = bake?.groupNumbers
  if (!numbers) return groups
  return groups
    .filter((g) => numbers[g.id] !== undefined)
    .map((g) => ({ ...g, number: numbers[g.id]! }))
    .sort((a, b) => a.number - b.number)
}
