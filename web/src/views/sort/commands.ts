import { inject } from 'vue'
import type { InjectionKey } from 'vue'

/** Something that can be done on the Sort station: by key, by button, from the key sheet or the search. */
export interface Command {
  id: string
  section: string
  name: string
  /** As it is shown and typed: `Shift G`; empty for none. */
  key: string
  run: () => unknown
  /** Whether it is switched on, for what can be. */
  isOn?: () => boolean
}

/** All commands of the station, found by their ids. */
export class Commands {
  constructor(readonly list: Command[]) {}

  get(id: string): Command {
    const command = this.list.find((c) => c.id === id)
    if (!command) throw new Error(`no command ${id}`)
    return command
  }

  ofKey(key: string): Command | undefined {
    return this.list.find((c) => c.key !== '' && c.key.toUpperCase() === key.toUpperCase())
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

/** How a key press is written in the table of commands. */
export function keyOf(e: KeyboardEvent): string {
  const key = e.key === ' ' ? 'Space' : e.key === 'Escape' ? 'Esc' : e.key
  // Shift is part of what other characters are typed with.
  const shift = e.shiftKey && (/^[a-z]$/i.test(key) || key.length > 1) ? 'Shift ' : ''
  return `${e.ctrlKey || e.metaKey ? 'Ctrl ' : ''}${shift}${key}`
}
