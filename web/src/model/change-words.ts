import { count, length, whole } from '@/model/words'
import type { PartChange } from '@/api/types'

/** What a part's change is told under; a part can be told once only, the weightiest first. */
export const CHANGE_KINDS = ['new', 'lost', 'renamed', 'joined', 'cut', 'reshaped', 'moved', 'recut', 'unwrapped', 'unchanged'] as const

export type ChangeKind = (typeof CHANGE_KINDS)[number]

export const CHANGE_WORDS: Record<ChangeKind, string> = {
  new: 'new',
  lost: 'lost',
  renamed: 'renamed',
  joined: 'joined',
  cut: 'cut out',
  reshaped: 'changed in shape',
  moved: 'moved',
  recut: 'cut differently',
  unwrapped: 'unwrapped anew',
  unchanged: 'as they were'
}

/** Of the model, where a part's change is shown on it; red, green, blue. */
export const CHANGE_COLORS: Record<ChangeKind, [number, number, number]> = {
  new: [214, 138, 34],
  lost: [150, 60, 52],
  renamed: [46, 125, 132],
  joined: [72, 140, 96],
  cut: [112, 148, 158],
  reshaped: [122, 86, 160],
  moved: [86, 110, 184],
  recut: [146, 160, 96],
  unwrapped: [178, 170, 150],
  unchanged: [222, 218, 208]
}

export function changeKind(part: PartChange): ChangeKind {
  if (part.kind !== 'kept') return part.kind
  if (part.shape === 'reshaped' || part.shape === 'moved' || part.shape === 'recut') return part.shape
  return part.layout === 'anew' ? 'unwrapped' : 'unchanged'
}

/** All that is to be said of a part, beside its name. */
export function changeWords(part: PartChange): string {
  const words: string[] = []
  if (part.kind === 'renamed') words.push(`was ${part.oldName || 'without name'}`)
  if (part.shape === 'reshaped') words.push(`changed in shape, up to ${length(part.farthest)} off`)
  if (part.shape === 'moved') words.push(part.movedBy > 0 ? `moved by ${length(part.movedBy)}` : 'turned')
  if (part.kind === 'joined') words.push(`now in ${part.newName || 'a part without name'}`)
  if (part.kind === 'cut') words.push(`cut out of ${part.oldName || 'a part without name'}`)
  if (part.kind === 'kept' || part.kind === 'renamed') {
    if (part.oldFaces !== part.newFaces) {
      words.push(`${whole(part.oldFaces)} → ${count(part.newFaces, 'face')}`)
    }
    if (part.layout === 'anew') words.push('unwrapped anew')
  } else {
    words.push(count(part.kind === 'new' || part.kind === 'cut' ? part.newFaces : part.oldFaces, 'face'))
  }
  return words.join(', ')
}
