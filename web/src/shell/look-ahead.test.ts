import { flushPromises } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { beforeEach, expect, it, vi } from 'vitest'
import { createMemoryHistory, createRouter } from 'vue-router'
import { api } from '@/api/client'
import { geometry } from '@/model/geometry'
import { lookAhead } from '@/shell/look-ahead'
import { useAssetStore } from '@/stores/asset'

import type { Asset } from '@/api/types'

vi.mock('@/api/follow-asset', () => ({ followAsset: () => () => undefined }))

const shell = vi.fn(async () => ({ render: () => null }))
const sort = vi.fn(async () => ({ render: () => null }))
const people = vi.fn(async () => ({ render: () => null }))

function router() {
  return createRouter({
    history: createMemoryHistory(),
    routes: [
      { path: '/assets/:id(\\d+)', component: shell, children: [{ path: 'sort', component: sort }] },
      { path: '/people/:id', component: people }
    ]
  })
}

beforeEach(() => {
  vi.restoreAllMocks()
  shell.mockClear()
  sort.mockClear()
  setActivePinia(createPinia())
})

it('asks for the view, the asset and its model at once, and for the asset only once', async () => {
  const target = { id: 3, role: 'target', isCurrent: true, state: 'ready', geometryVersion: 0, geometryKey: 'k' }
  const asset = vi.spyOn(api, 'asset').mockResolvedValue({ id: 7, revisions: [target], groups: [], history: [] } as unknown as Asset)
  const read = vi.spyOn(geometry, 'read').mockRejectedValue(new Error('told by the view'))
  lookAhead(router(), '/assets/7/sort')
  void useAssetStore().open(7)
  expect(shell).toHaveBeenCalledOnce()
  expect(sort).toHaveBeenCalledOnce()
  await flushPromises()
  expect(asset).toHaveBeenCalledOnce()
  expect(read.mock.calls[0]!.slice(0, 2)).toEqual([7, target])
})

it('asks for no model elsewhere, and leaves what was refused to the view', async () => {
  const asset = vi.spyOn(api, 'asset').mockRejectedValue(new Error('Sign in first.'))
  lookAhead(router(), '/people/7')
  expect(people).toHaveBeenCalledOnce()
  expect(asset).not.toHaveBeenCalled()
  lookAhead(router(), '/assets/7/sort')
  await flushPromises()
  asset.mockResolvedValue({ id: 7, revisions: [], groups: [], history: [] } as unknown as Asset)
  await useAssetStore().open(7)
  expect(useAssetStore().asset?.id).toBe(7)
  expect(useAssetStore().problem).toBeNull()
})
