import { createEventSource } from 'eventsource-client'
import { applyChange } from '@/api/asset-change'
import type { EventSourceClient } from 'eventsource-client'
import type { AssetChange } from '@/api/asset-change'
import type { Asset } from '@/api/types'

/** Who hears of an asset. */
export interface Follower {
  /** The whole of it: at the beginning, and after the stream was lost. */
  whole(asset: Asset): void
  changed(change: AssetChange): void
  isConnected(is: boolean): void
  /** Names of those who have it open, oneself among them. */
  visitors(names: string[]): void
}

/** After a set of assets changed, how long it rests before the stream is opened for the new one. */
const REST_MS = 50

/** One stream of events for all assets that are followed; the server tells it what changes. */
export class AssetStream {
  private readonly followers = new Map<number, Set<Follower>>()
  private readonly states = new Map<number, Asset>()
  private readonly visitors = new Map<number, string[]>()
  private stream: EventSourceClient | null = null
  private isConnected = true
  private timer: ReturnType<typeof setTimeout> | undefined

  /** @param base where the server is, for a worker that has no page */
  constructor(private readonly base: string) {}

  follow(id: number, follower: Follower): void {
    const others = this.followers.get(id)
    if (others) {
      others.add(follower)
      const state = this.states.get(id)
      if (state) follower.whole(state)
      follower.visitors(this.visitors.get(id) ?? [])
      if (!this.isConnected) follower.isConnected(false)
      return
    }
    this.followers.set(id, new Set([follower]))
    this.reopen()
  }

  leave(id: number, follower: Follower): void {
    const others = this.followers.get(id)
    if (!others?.delete(follower) || others.size > 0) return
    this.followers.delete(id)
    this.states.delete(id)
    this.visitors.delete(id)
    this.reopen()
  }

  private reopen(): void {
    clearTimeout(this.timer)
    this.timer = setTimeout(() => this.open(), REST_MS)
  }

  private open(): void {
    this.stream?.close()
    this.stream = null
    if (this.followers.size === 0) return
    const query = [...this.followers.keys()].map((id) => `asset=${id}`).join('&')
    this.stream = createEventSource({
      url: `${this.base}/api/events?${query}`,
      // A stream that broke is opened again by the client, which takes any answer for a stream.
      fetch: async (url, init) => {
        const answer = await fetch(url, init as RequestInit)
        if (!answer.ok) throw new Error(`events: ${answer.status}`)
        return answer
      },
      onConnect: () => this.tell(true),
      onScheduleReconnect: () => this.tell(false),
      onMessage: ({ event, data }) => {
        if (event === 'asset') this.take(JSON.parse(data) as Asset)
        if (event === 'change') this.change(JSON.parse(data) as AssetChange)
        if (event === 'visitors') this.meet(JSON.parse(data) as { id: number; names: string[] })
      }
    })
  }

  private tell(isConnected: boolean): void {
    if (this.isConnected === isConnected) return
    this.isConnected = isConnected
    for (const all of this.followers.values()) for (const follower of all) follower.isConnected(isConnected)
  }

  private take(asset: Asset): void {
    this.states.set(asset.id, asset)
    for (const follower of this.followers.get(asset.id) ?? []) follower.whole(asset)
  }

  private meet({ id, names }: { id: number; names: string[] }): void {
    this.visitors.set(id, names)
    for (const follower of this.followers.get(id) ?? []) follower.visitors(names)
  }

  private change(change: AssetChange): void {
    const before = this.states.get(change.id)
    if (!before) return
    this.states.set(change.id, applyChange(before, change))
    for (const follower of this.followers.get(change.id) ?? []) follower.changed(change)
  }
}
