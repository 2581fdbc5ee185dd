import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, test, vi } from 'vitest'
import { api } from '@/api/client'
import { ApiProblem } from '@/api/http'
import { useAssetStore } from '@/stores/asset'
import type { Follower } from '@/api/asset-stream'
import type { Asset } from '@/api/types'

let follower: Follower | null = null
vi.mock('@/api/follow-asset', () => ({
  followAsset: (_id: number, f: Follower) => {
    follower = f
    return () => (follower = null)
  }
}))

const state = (name: string, history: number[] = []): Asset =>
  ({ id: 7, name, journalPosition: history.length, history: history.map((id) => ({ id })), groups: [], revisions: [] }) as unknown as Asset

beforeEach(() => {
  setActivePinia(createPinia())
  follower = null
})

test('changes are changes of what was told, whatever was fetched in between', async () => {
  const store = useAssetStore()
  const asked = vi.spyOn(api, 'asset').mockResolvedValue(state('Buoy', [1]))
  await store.open(7)
  follower!.whole(state('Buoy', [1]))
  // What is fetched is ahead of what is told.
  asked.mockResolvedValue(state('Buoy', [1, 2]))
  await store.refresh()
  expect(store.asset!.history).toHaveLength(2)
  follower!.changed({ id: 7, values: {}, lists: { history: { from: 1, to: 1, items: [{ id: 2 }] } } })
  expect(store.asset!.history.map((e) => e.id)).toEqual([1, 2])
})

test('an answer that was overtaken by the stream is asked for again', async () => {
  const store = useAssetStore()
  const asked = vi.spyOn(api, 'asset').mockResolvedValue(state('Old'))
  await store.open(7)
  follower!.whole(state('Old'))
  asked.mockClear()
  asked.mockImplementationOnce(async () => {
    follower!.changed({ id: 7, values: { name: 'New' }, lists: {} })
    return state('Old')
  })
  asked.mockResolvedValueOnce(state('New'))
  await store.refresh()
  expect(asked).toHaveBeenCalledTimes(2)
  expect(store.asset!.name).toBe('New')
})

test('who looks at something that stayed the same is not disturbed', async () => {
  const store = useAssetStore()
  const withRevision = (name: string): Asset => ({
    ...state(name),
    revisions: [{ id: 3, role: 'target', isCurrent: true }] as Asset['revisions']
  })
  vi.spyOn(api, 'asset').mockImplementation(async () => withRevision('Buoy'))
  await store.open(7)
  const { target } = store
  await store.refresh()
  follower!.whole(withRevision('Bell buoy'))
  expect(store.asset!.name).toBe('Bell buoy')
  expect(store.target).toBe(target)
})

test('a page that leaves follows no more', async () => {
  const store = useAssetStore()
  vi.spyOn(api, 'asset').mockResolvedValue(state('Buoy'))
  await store.open(7)
  follower!.isConnected(false)
  expect(store.isConnected).toBe(false)
  store.close()
  expect(follower).toBeNull()
  expect(store.asset).toBeNull()
  expect(store.isConnected).toBe(true)
})

test('a state that comes when its asset is closed, or another is open, is shown under no address', async () => {
  const store = useAssetStore()
  vi.spyOn(api, 'asset').mockResolvedValueOnce(state('Buoy'))
  await store.open(7)
  let answer = (_: Asset): void => {}
  vi.spyOn(api, 'asset').mockImplementationOnce(() => new Promise((resolve) => (answer = resolve)))
  const refreshed = store.refresh()
  const late = follower!
  store.close()
  answer(state('Buoy, late'))
  late.whole(state('Buoy, told late'))
  await refreshed
  expect(store.asset).toBeNull()
  vi.spyOn(api, 'asset').mockResolvedValueOnce({ ...state('Lantern'), id: 8 })
  await store.open(8)
  late.whole(state('Buoy, told late'))
  expect(store.asset!.name).toBe('Lantern')
})

test('an asset that is opened while the server is away fills when it is back', async () => {
  vi.useFakeTimers()
  try {
    const store = useAssetStore()
    vi.spyOn(api, 'asset').mockRejectedValueOnce(new ApiProblem(0, 'away')).mockResolvedValueOnce(state('Buoy'))
    void store.open(7)
    await vi.advanceTimersByTimeAsync(100)
    expect([store.isConnected, store.problem]).toEqual([false, null])
    await vi.advanceTimersByTimeAsync(2000)
    expect([store.isConnected, store.asset!.name]).toEqual([true, 'Buoy'])
  } finally {
    vi.useRealTimers()
  }
})
