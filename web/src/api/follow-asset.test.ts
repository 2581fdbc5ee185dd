import { beforeEach, expect, it, vi } from 'vitest'
import type { Follower } from '@/api/asset-stream'
import type { PageMessage, WorkerMessage } from '@/api/follow-asset'
import type { Asset } from '@/api/types'

const opened: string[] = []

vi.mock('eventsource-client', () => ({
  createEventSource: ({ url, onMessage }: { url: string; onMessage: (m: { event: string; data: string }) => void }) => {
    opened.push(url)
    onMessage({ event: 'asset', data: '{"id": 7, "name": "of the own stream"}' })
    return { close: () => undefined }
  }
}))

let worker: FakeWorker | undefined

class FakeWorker {
  sent: PageMessage[] = []
  onerror: (() => void) | null = null
  port = { postMessage: (m: PageMessage) => this.sent.push(m), onmessage: null as ((e: { data: WorkerMessage }) => void) | null }
  constructor() {
    worker = this
  }
}

class RefusedWorker {
  constructor() {
    throw new DOMException('kept apart', 'SecurityError')
  }
}

const heard: string[] = []
const follower: Follower = {
  whole: (asset) => heard.push(asset.name),
  changed: () => undefined,
  isConnected: () => undefined,
  visitors: () => undefined
}

async function followed(kind: unknown): Promise<() => void> {
  vi.resetModules()
  vi.stubGlobal('SharedWorker', kind)
  const { followAsset } = await import('@/api/follow-asset')
  return followAsset(7, follower)
}

beforeEach(() => {
  opened.length = heard.length = 0
  worker = undefined
  vi.useFakeTimers()
})

it('follows by what the tabs share', async () => {
  const leave = await followed(FakeWorker)
  worker!.port.onmessage!({ data: { kind: 'whole', id: 7, asset: { id: 7, name: 'shared' } as Asset } })
  leave()
  vi.runAllTimers()
  expect(heard).toEqual(['shared'])
  expect(worker!.sent.map((m) => m.kind)).toEqual(['follow', 'leave'])
  expect(opened).toEqual([])
})

it('follows by itself when the shared worker cannot be loaded, and leaves by itself', async () => {
  const leave = await followed(FakeWorker)
  worker!.onerror!()
  worker!.onerror!()
  vi.runAllTimers()
  expect(opened).toEqual(['/api/events?asset=7'])
  expect(heard).toEqual(['of the own stream'])
  leave()
  vi.runAllTimers()
  expect(worker!.sent.map((m) => m.kind)).toEqual(['follow'])
})

it('follows by itself where browsers keep pages apart', async () => {
  await followed(RefusedWorker)
  vi.runAllTimers()
  expect(heard).toEqual(['of the own stream'])
})
