import { shallowRef } from 'vue'

import type { ShallowRef } from 'vue'
import type { Pick } from '@/model/pick'

/** What was picked when something was pressed. */
export interface HeldPick {
  /** Known, or still worked out; null when that failed or was let go. */
  readonly of: Pick | Promise<Pick | null>
}

/** @param signal tells that nobody wants the answer any more */
export type PickStep = (before: Pick, signal: AbortSignal) => Pick | Promise<Pick>

/**
 * The newest pick, which the server may still be working out. What follows it is done to what comes of it, in the order
 * in which it was pressed; what takes its place does not wait, and an answer that was overtaken is shown no more. Whoever
 * held a pick gets it all the same.
 */
export class NewestPick {
  /** What is shown: the newest that is known. */
  readonly shown: ShallowRef<Pick | null> = shallowRef<Pick | null>(null)
  private coming: Promise<Pick | null> | null = null
  private isHeld = false
  private abort = new AbortController()
  /** Counts what took the place of a pick that was still worked out. */
  private turn = 0

  /** Whether the server still works it out. */
  readonly isComing = shallowRef(false)

  /** @param onShown told of each that is shown and belongs on the trail */
  constructor(private readonly onShown: (pick: Pick) => void) {}

  /** What is picked now, for what is to be done to it however long that takes. */
  hold(): HeldPick | null {
    if (this.coming) this.isHeld = true
    const of = this.coming ?? this.shown.value
    return of && { of }
  }

  /** Whether nothing has been picked since this was held. */
  isStill(held: HeldPick): boolean {
    return held.of === (this.coming ?? this.shown.value)
  }

  /** Takes the place of whatever is picked, or still worked out. */
  replace(next: Pick | null, isOnTrail = true): void {
    this.letComingGo()
    this.show(next, isOnTrail)
  }

  /** @returns whether something that was still worked out was let go; nothing else changes then */
  cancel(): boolean {
    const was = this.coming !== null
    this.letComingGo()
    return was
  }

  /**
   * Makes the next pick of the newest one, at once where it can be.
   *
   * @returns done when it is shown or was overtaken; throws what the step threw
   */
  async change(step: PickStep, isOnTrail = true): Promise<void> {
    if (!this.shown.value) return
    const { signal } = this.abort
    const { turn, coming } = this
    const made = coming ? coming.then((before) => before && step(before, signal)) : step(this.shown.value, signal)
    if (!(made instanceof Promise)) {
      this.show(made, isOnTrail)
      return
    }
    let failed: unknown = null
    const next: Promise<Pick | null> = made
      .catch((e: unknown) => {
        // What follows was meant for what does not come.
        if (!signal.aborted) failed = e
        return null
      })
      .then((pick) => {
        if (this.coming === next) this.end()
        if (pick && turn === this.turn) this.show(pick, isOnTrail)
        return pick
      })
    this.coming = next
    this.isComing.value = true
    await next
    if (failed) throw failed
  }

  private show(next: Pick | null, isOnTrail: boolean): void {
    if (next === this.shown.value) return
    this.shown.value = next
    if (next && isOnTrail) this.onShown(next)
  }

  private end(): void {
    this.coming = null
    this.isHeld = false
    this.isComing.value = false
  }

  private letComingGo(): void {
    if (!this.coming) return
    // What is not shown any more may still be wanted by who held it.
    if (!this.isHeld) this.abort.abort()
    this.abort = new AbortController()
    this.turn++
    this.end()
  }
}
