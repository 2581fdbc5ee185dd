import { AssetStream } from '@/api/asset-stream'
import type { AssetChange } from '@/api/asset-change'
import type { Follower } from '@/api/asset-stream'
import type { Asset } from '@/api/types'

/** From a page to the worker that all tabs share. */
export interface PageMessage {
  kind: 'follow' | 'leave'
  id: number
}

/** From that worker to a page. */
export type WorkerMessage =
  | { kind: 'whole'; id: number; asset: Asset }
  | { kind: 'changed'; id: number; change: AssetChange }
  | { kind: 'connected'; id: number; is: boolean }
  | { kind: 'visitors'; id: number; names: string[] }

interface Source {
  follow(id: number, follower: Follower): void
  leave(id: number, follower: Follower): void
}

/** What the tabs share where the browser can, and a stream of the page's own where it cannot. */
function openSource(): Source {
  if (typeof SharedWorker === 'undefined') return new AssetStream('')
  try {
    return sharedSource(
      new SharedWorker(new URL('./asset-stream.worker.ts', import.meta.url), {
        type: 'module',
        name: 'Idiotaxa: what changes'
      })
    )
  } catch {
    // Browsers that keep pages apart from each other may refuse one.
    return new AssetStream('')
  }
}

function sharedSource(worker: SharedWorker): Source {
  const followers = new Map<number, Follower>()
  let own: AssetStream | null = null
  const send = (message: PageMessage): void => worker.port.postMessage(message)
  worker.port.onmessage = ({ data }: MessageEvent<WorkerMessage>) => {
    const follower = followers.get(data.id)
    if (data.kind === 'whole') follower?.whole(data.asset)
    if (data.kind === 'changed') follower?.changed(data.change)
    if (data.kind === 'connected') follower?.isConnected(data.is)
    if (data.kind === 'visitors') follower?.visitors(data.names)
  }
  worker.onerror = () => {
    // It was not loaded: a newer server has another one, say. The page follows by itself.
    if (own) return
    own = new AssetStream('')
    for (const [id, follower] of followers) own.follow(id, follower)
  }
  // The worker is not told of tabs that close, nor of pages that wait to be come back to.
  window.addEventListener('pagehide', () => [...followers.keys()].forEach((id) => send({ kind: 'leave', id })))
  window.addEventListener('pageshow', (e) => {
    if (e.persisted) [...followers.keys()].forEach((id) => send({ kind: 'follow', id }))
  })
  return {
    follow(id, follower) {
      followers.set(id, follower)
      if (own) own.follow(id, follower)
      else send({ kind: 'follow', id })
    },
    leave(id, follower) {
      followers.delete(id)
      if (own) own.leave(id, follower)
      else send({ kind: 'leave', id })
    }
  }
}

let source: Source | null = null

/** Tells of an asset until the function that it returns is called. A page follows an asset once at a time. */
export function followAsset(id: number, follower: Follower): () => void {
  source ??= openSource()
  const opened = source
  opened.follow(id, follower)
  return () => opened.leave(id, follower)
}
