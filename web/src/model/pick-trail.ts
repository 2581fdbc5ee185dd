import { shallowReactive } from 'vue'
import type { Pick } from '@/model/pick'

const LONGEST = 30

/** The picks since the last claim, so that an accidental one is taken back. */
export class PickTrail {
  private readonly picks: Pick[] = []
  private readonly state = shallowReactive({ at: -1, last: -1 })

  get hasBefore(): boolean {
    return this.state.at > 0
  }

  get hasNext(): boolean {
    return this.state.at < this.state.last
  }

  private moveTo(at: number): void {
    this.state.at = at
    this.state.last = this.picks.length - 1
  }

  /** Begins anew. */
  reset(pick: Pick): void {
    this.picks.splice(0, this.picks.length, pick)
    this.moveTo(0)
  }

  /** A new pick; what was taken back before it is forgotten. */
  push(pick: Pick): void {
    this.picks.splice(this.state.at + 1)
    this.picks.push(pick)
    if (this.picks.length > LONGEST) this.picks.shift()
    this.moveTo(this.picks.length - 1)
  }

  /** The pick before the present one, null when there is none. */
  back(): Pick | null {
    if (!this.hasBefore) return null
    this.moveTo(this.state.at - 1)
    return this.picks[this.state.at]!
  }

  /** The pick that was taken back last, null when there is none. */
  forth(): Pick | null {
    if (!this.hasNext) return null
    this.moveTo(this.state.at + 1)
    return this.picks[this.state.at]!
  }
}
