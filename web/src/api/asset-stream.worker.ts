/// <reference lib="webworker" />
import { AssetStream } from '@/api/asset-stream'
import type { Follower } from '@/api/asset-stream'
import type { PageMessage, WorkerMessage } from '@/api/follow-asset'

/** One for all tabs of the browser: browsers open few connections to a server, and a stream keeps one. */
const stream = new AssetStream(self.location.origin)

function serve(port: MessagePort): void {
  const follows = new Map<number, Follower>()
  const tell = (message: WorkerMessage): void => port.postMessage(message)
  port.onmessage = ({ data }: MessageEvent<PageMessage>) => {
    const { id } = data
    const present = follows.get(id)
    if (present) stream.leave(id, present)
    follows.delete(id)
    if (data.kind === 'leave') return
    const follower: Follower = {
      whole: (asset) => tell({ kind: 'whole', id, asset }),
      changed: (change) => tell({ kind: 'changed', id, change }),
      isConnected: (is) => tell({ kind: 'connected', id, is }),
      visitors: (names) => tell({ kind: 'visitors', id, names })
    }
    follows.set(id, follower)
    stream.follow(id, follower)
  }
}

;(self as unknown as SharedWorkerGlobalScope).onconnect = (e) => serve(e.ports[0]!)
