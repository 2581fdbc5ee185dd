import { defineStore } from 'pinia'

interface Kept {
  /** What it was begun from: when that has changed, the draft is of something that is gone. */
  base: string
  draft: unknown
}

const KEY = 'idiotaxa.draft.'

/** What was chosen or typed and not sent yet: it is there again when one comes back to it, as long as the tab is open. */
export const useDraftsStore = defineStore('drafts', () => {
  function keep(name: string, base: unknown, draft: unknown): void {
    try {
      sessionStorage.setItem(KEY + name, JSON.stringify({ base: JSON.stringify(base), draft } satisfies Kept))
    } catch {
      // Where a browser keeps nothing, a draft lasts as long as its view.
    }
  }

  /** @returns null when there is none, or it was begun from something else */
  function take<T>(name: string, base: unknown): T | null {
    try {
      const kept = JSON.parse(sessionStorage.getItem(KEY + name) ?? 'null') as Kept | null
      return kept?.base === JSON.stringify(base) ? (kept.draft as T) : null
    } catch {
      return null
    }
  }

  /** Who shows a draft now: a step back is taken where it is seen, whoever took the step. */
  const shown = new Map<string, (kept: string) => Promise<void>>()

  function show(name: string, put: (kept: string) => Promise<void>): void {
    shown.set(name, put)
  }

  /** @param kept the draft as JSON */
  function put(name: string, kept: string): Promise<void> {
    return shown.get(name)?.(kept) ?? Promise.resolve()
  }

  function forget(name: string): void {
    try {
      sessionStorage.removeItem(KEY + name)
    } catch {
      // There is nothing to forget.
    }
  }

  return { keep, take, show, put, forget }
})
