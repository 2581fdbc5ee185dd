import { ApiProblem, SIGNED_OUT } from '@/api/http'
import type { Revision } from '@/api/types'
import type { Model } from '@/model/model'

/** What the worker is asked for. */
export interface GeometryQuestion {
  path: string
  revisionId: number
  version: number
}

/** What it says: how far it is, then the model, or what was in the way. */
export type GeometryAnswer =
  | { share: number }
  | { model: Model; bytes: number }
  | { status: number; problem: string }

export interface ReadModel {
  model: Model
  /** Of its geometry. */
  bytes: number
}

export type GeometryOf = Pick<Revision, 'id' | 'geometryVersion' | 'geometryKey'>

function ask(assetId: number, revision: GeometryOf, signal: AbortSignal, onShare: (share: number) => void): Promise<ReadModel> {
  const worker = new Worker(new URL('./geometry.worker.ts', import.meta.url), { type: 'module' })
  return new Promise<ReadModel>((resolve, reject) => {
    signal.addEventListener('abort', () => reject(signal.reason as Error))
    worker.onmessage = ({ data }: MessageEvent<GeometryAnswer>) => {
      if ('share' in data) onShare(data.share)
      else if ('model' in data) resolve(data)
      else {
        // The worker has no window on which it could tell that.
        if (data.status === 401) window.dispatchEvent(new Event(SIGNED_OUT))
        reject(new ApiProblem(data.status, data.problem))
      }
    }
    worker.onerror = () => reject(new ApiProblem(0, 'The model could not be read. Load the page again.'))
    const question: GeometryQuestion = {
      path: `/api/assets/${assetId}/revisions/${revision.id}/geometry?key=${revision.geometryKey}`,
      revisionId: revision.id,
      version: revision.geometryVersion
    }
    worker.postMessage(question)
  }).finally(() => worker.terminate())
}

interface Early {
  key: string
  model: Promise<ReadModel>
  abort: AbortController
  onShare: (share: number) => void
}

let early: Early | null = null

function keyOf(assetId: number, { id, geometryVersion, geometryKey }: GeometryOf): string {
  return `${assetId}/${id}/${geometryVersion}/${geometryKey}`
}

/** Begins to read a model before the application is there that will want it. */
function readEarly(assetId: number, revision: GeometryOf): void {
  const abort = new AbortController()
  const model = ask(assetId, revision, abort.signal, (share) => begun.onShare(share))
  const begun: Early = { key: keyOf(assetId, revision), model, abort, onShare: () => undefined }
  // What is refused is told to whoever takes it.
  model.catch(() => undefined)
  early = begun
}

/**
 * Fetches a model's geometry and reads it beside the page; what was begun early is taken over.
 *
 * @param onShare told 0 … 1 now and then
 */
function read(assetId: number, revision: GeometryOf, signal: AbortSignal, onShare: (share: number) => void): Promise<ReadModel> {
  if (early?.key !== keyOf(assetId, revision)) return ask(assetId, revision, signal, onShare)
  const { model, abort } = early
  early.onShare = onShare
  early = null
  signal.addEventListener('abort', () => abort.abort(signal.reason))
  return model
}

export const geometry = { read, readEarly }
