import type { ReadAs } from '@/api/types'

export const UNITS: Record<ReadAs['unit'], string> = { mm: 'millimetres', cm: 'centimetres', m: 'metres', in: 'inches', ft: 'feet' }

/** Nothing that is textured by one artist is longer, metres. */
const LONGEST = 60

/** In centimetres that would be 12 m: millimetres are likelier. */
const LONGEST_OF_CENTIMETRES = 1200

/** What a model is most likely measured in that would be so long in metres; null where metres may be meant. */
export function unitOfSize(longest: number): 'mm' | 'cm' | null {
  if (longest <= LONGEST) return null
  return longest > LONGEST_OF_CENTIMETRES ? 'mm' : 'cm'
}
