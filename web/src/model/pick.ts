import type { Model } from '@/model/model'
import {
  areSameRuns,
  eachInRuns,
  joinRuns,
  maskOfRuns,
  NO_RUNS,
  runsOfFaces,
  sizeOfRuns,
  withoutRuns
} from '@/model/runs'
import type { Runs } from '@/model/runs'

/** How new faces go together with what is picked. */
export type PickMode = 'replace' | 'add' | 'take'

/** A set of faces of one model; a value, never changed in place. */
export class Pick {
  readonly faces: number
  private countedPieces = -1

  /** @param area of the faces, square metres */
  constructor(
    readonly model: Model,
    readonly runs: Runs,
    private readonly area: number
  ) {
    this.faces = sizeOfRuns(runs)
  }

  /** Share of the model's surface, 0 … 1. */
  get share(): number {
    return this.faces === this.model.facePart.length ? 1 : this.model.area > 0 ? this.area / this.model.area : 0
  }

  /** Pieces that any of the faces is of; counted when it is asked first, since strokes do not ask. */
  get pieces(): number {
    if (this.countedPieces < 0) {
      const seen = new Uint8Array(this.model.facesOfPiece.start.length)
      let count = 0
      eachInRuns(this.runs, (f) => {
        const piece = this.model.facePiece[f]!
        count += 1 - seen[piece]!
        seen[piece] = 1
      })
      this.countedPieces = count
    }
    return this.countedPieces
  }

  /** 1 for every picked face, for who asks about all of them; made anew at every call. */
  mask(): Uint8Array {
    return maskOfRuns(this.runs, this.model.facePart.length)
  }

  /** Only what comes and goes is looked at, not what stays. */
  with(runs: Runs): Pick {
    let { area } = this
    eachInRuns(withoutRuns(runs, this.runs), (f) => (area += this.model.faceArea[f]!))
    eachInRuns(withoutRuns(this.runs, runs), (f) => (area -= this.model.faceArea[f]!))
    return new Pick(this.model, runs, runs.length === 0 ? 0 : Math.max(0, area))
  }
}

export function emptyPick(model: Model): Pick {
  return new Pick(model, NO_RUNS, 0)
}

/** @param runs ascending pairs, as the server answers them too */
export function pickOfRuns(model: Model, runs: ArrayLike<number>): Pick {
  return emptyPick(model).with(Uint32Array.from(runs))
}

export function changePick(pick: Pick, faces: ArrayLike<number>, mode: PickMode): Pick {
  return changePickByRuns(pick, runsOfFaces(faces), mode)
}

export function changePickByRuns(pick: Pick, runs: Runs, mode: PickMode): Pick {
  if (mode === 'replace') return emptyPick(pick.model).with(runs)
  return pick.with(mode === 'add' ? joinRuns(pick.runs, runs) : withoutRuns(pick.runs, runs))
}

export function isSamePick(a: Pick, b: Pick): boolean {
  return areSameRuns(a.runs, b.runs)
}
