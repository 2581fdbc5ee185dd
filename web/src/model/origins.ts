import type { IdOrigin } from '@/api/types'

/** An origin as it is said in a sentence. */
export function originWords(origin: string): string {
  return origin === 'parts' ? 'part names' : origin.replace('colors', 'colours').replace('-', ' ')
}

/** An origin as it is written on a choice. */
export function originLabel(origin: IdOrigin): string {
  return origin.replace('colors', 'colours').replace('-', ' ')
}
