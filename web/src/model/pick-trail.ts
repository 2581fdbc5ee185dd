import type { Pick } from '@/model/pick'

const LONGEST = 30

/** The picks since the last claim, so that an accidental one is taken back. */
export class PickTrail {
  private picks: Pick[] = []
  private at = -1

  /** Begins anew. */
  reset(pick: Pick): void {
    this.picks = [pick]
    this.at = 0
  }

  /** A new pick; what was taken back before it is forgotten. */
  push(pick: Pick): void {
    this.picks.splice(this.at + 1)
    this.picks.push(pick)
    if (this.picks.length > LONGEST) this.picks.shift()
    this.at = this.picks.length - 1
  }

  /** The pick before the present one, null when there is none. */
  back(): Pick | null {
    return this.at > 0 ? this.picks[--this.at]! : null
  }

  /** The pick that was taken back last, null when there is none. */
  forth(): Pick | null {
    return this.at < this.picks.length - 1 ? this.picks[++this.at]! : null
  }
}
