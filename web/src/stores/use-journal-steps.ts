import { ElMessageBox } from 'element-plus'
import { api } from '@/api/client'
import { useAssetStore } from '@/stores/asset'
import { useOwnStepsStore } from '@/stores/own-steps'
import { usePersonStore } from '@/stores/person'
import { useSortingStore } from '@/stores/sorting'
import { useChange } from '@/stores/use-change'
import { moment } from '@/model/words'
import { CANCEL } from '@/stores/ask'
import type { HistoryEntry } from '@/api/types'

interface JournalSteps {
  /**
   * Undoes or redoes so many steps.
   *
   * @returns the entry that was undone or done again last; null when the journal was not moved
   */
  step: (steps: number) => Promise<HistoryEntry | null>
}

/** Keys that repeat are steps one after another: each is decided by what the one before has done. */
let underWay: Promise<unknown> = Promise.resolve()

/** Moves through the journal. What was done elsewhere is undone only when that is said to be meant. */
export function useJournalSteps(): JournalSteps {
  const store = useAssetStore()
  const own = useOwnStepsStore()
  const person = usePersonStore()
  const sorting = useSortingStore()
  const change = useChange()

  const entryAt = (ordinal: number): HistoryEntry | null => store.asset!.history.find((e) => e.ordinal === ordinal) ?? null

  /** Where people sign in the journal says whose a step is; else this browser knows its own. */
  const isOwn = (id: number, e: HistoryEntry): boolean => (e.by ? e.by === person.me?.name : own.isOwn(id, e.id))

  async function mayUndo(steps: number): Promise<boolean> {
    const { id, journalPosition, history } = store.asset!
    const others = history.filter(
      (e) => e.ordinal <= journalPosition && e.ordinal > journalPosition + steps && !isOwn(id, e)
    )
    if (others.length === 0) return true
    const last = others[others.length - 1]!
    const more = others.length > 1 ? ` and ${others.length - 1} more` : ''
    return ElMessageBox.confirm(
      `“${last.words}” (${moment(last.createdAt)})${more} was ${last.by ? `done by ${last.by}` : 'not done in this browser'}. Undo it all the same?`,
      'Not your step',
      { confirmButtonText: 'Undo it', cancelButtonText: CANCEL, type: 'warning' }
    ).then(
      () => true,
      () => false
    )
  }

  async function step(steps: number): Promise<HistoryEntry | null> {
    // What is on its way is part of the journal by the time that this is decided.
    await sorting.send(() => store.refresh())
    const from = entryAt(store.asset!.journalPosition)?.id ?? 0
    if (steps < 0 && !(await mayUndo(steps))) return null
    let position: number | null = null
    await change(async () => {
      position = (await api.step(store.asset!.id, steps, from)).position
    })
    return position === null ? null : entryAt(steps < 0 ? position + 1 : position)
  }

  return {
    step(steps) {
      const next = underWay.then(() => step(steps))
      underWay = next.catch(() => null)
      return next
    }
  }
}
