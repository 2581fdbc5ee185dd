import { flushPromises, mount } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { api } from '@/api/client'
import QueueLine from '@/shell/queue-line.vue'
import { useAssetStore } from '@/stores/asset'
import { usePersonStore } from '@/stores/person'
import type { Asset, Me, QueueNow } from '@/api/types'

describe('the line of the queue', () => {
  let running = 0
  let looks = 0

  beforeEach(() => {
    vi.useFakeTimers()
    setActivePinia(createPinia())
    usePersonStore().me = { isSignedIn: true } as unknown as Me
    looks = 0
    vi.spyOn(api, 'queueNow').mockImplementation(() => {
      looks++
      return Promise.resolve({ running, waiting: 0 } as QueueNow)
    })
  })
  afterEach(() => {
    vi.useRealTimers()
    vi.restoreAllMocks()
  })

  async function change(): Promise<void> {
    useAssetStore().asset = { id: 1 } as Asset
    await vi.advanceTimersByTimeAsync(400)
    await flushPromises()
  }

  it('lets go of what has ended as soon as the asset tells of it', async () => {
    running = 1
    const line = mount(QueueLine, { global: { stubs: { routerLink: true } } })
    await flushPromises()
    expect(line.text()).toBe('1 running')
    running = 0
    await change()
    expect(line.text()).toBe('')
  })

  it('asks no more often while nothing is worked on', async () => {
    running = 0
    mount(QueueLine)
    await flushPromises()
    await change()
    await change()
    expect(looks).toBe(1)
  })
})
