import { inject } from 'vue'
import type { InjectionKey } from 'vue'

/** Something that can be done on the Sort station: by key, by button, from the key sheet or the search. */
export interface Command {
  id: string
  section: string
  name: string
  /** The usual one, as it is typed: `Shift G`; empty for none. */
  key: string
  run: () => unknown
  /** Whether it is switched on, for what can be. */
  isOn?: () => boolean
}

/** The digit of a key press, also where a layout types it with Shift; null for other keys. */
export function digitOf(e: KeyboardEvent): string | null {
  return /^\d$/.test(e.key) ? e.key : (/^(?:Digit|Numpad)(\d)$/.exec(e.shiftKey ? '' : e.code)?.[1] ?? null)
}

/** All commands of the station, found by their ids. */
export class Commands {
  /** @param keyIs the key of a command for this user, by its id and its usual key */
  constructor(
    readonly list: Command[],
    private readonly keyIs: (id: string, usual: string) => string = (_id, usual) => usual
  ) {}

  /** Empty for none. */
  keyOf(command: Pick<Command, 'id' | 'key'>): string {
    return this.keyIs(command.id, command.key)
  }

  get(id: string): Command {
    const command = this.list.find((c) => c.id === id)
    if (!command) throw new Error(`no command ${id}`)
    return command
  }

  ofKey(key: string): Command | undefined {
    return this.list.find((c) => this.keyOf(c) !== '' && this.keyOf(c).toUpperCase() === key.toUpperCase())
  }

  /** Those whose name has every typed word, in any order. */
  search(typed: string): Command[] {
    const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
    return this.list.filter((c) => words.every((w) => `${c.name} ${c.section}`.toLowerCase().includes(w)))
  }
}

export const COMMANDS: InjectionKey<Commands> = Symbol('commands of the Sort station')

export function useCommands(): Commands {
  return inject(COMMANDS)!
}

/**
 * How a key press is written in the table of commands. Letters go by their place on the keyboard, so that
 * what lies under the hand is the same on every layout; with Ctrl they go by what is typed, where that is a
 * Latin letter.
 */
export function keyOf(e: KeyboardEvent): string {
  const place = /^Key([A-Z])$/.exec(e.code)?.[1]
  const isTyped = (e.ctrlKey || e.metaKey) && /^[a-z]$/i.test(e.key)
  const key = place && !isTyped ? place : e.key === ' ' ? 'Space' : e.key === 'Escape' ? 'Esc' : e.key
  // Shift is part of what other characters are typed with.
  const shift = e.shiftKey && (/^[a-z]$/i.test(key) || key.length > 1) ? 'Shift ' : ''
  return `${e.ctrlKey || e.metaKey ? 'Ctrl ' : ''}${shift}${key}`
}
