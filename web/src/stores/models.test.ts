import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { geometry } from '@/model/geometry'
import type { Model } from '@/model/model'
import { useModelsStore } from '@/stores/models'

beforeEach(() => setActivePinia(createPinia()))
afterEach(() => vi.restoreAllMocks())

const revision = (id: number, geometryKey = 'k') => ({ id, geometryVersion: 0, geometryKey })

/** Sizes without their bytes. */
function answerWith(bytes: number) {
  return vi
    .spyOn(geometry, 'read')
    .mockImplementation(async (_asset, { id }) => ({ model: { revisionId: id } as Model, bytes }))
}

test('geometry is fetched once for one content, and again for another', async () => {
  const asked = answerWith(10)
  const models = useModelsStore()
  const first = await models.get(1, revision(5))
  expect(await models.get(1, revision(5))).toBe(first)
  expect(asked).toHaveBeenCalledTimes(1)
  await models.get(1, revision(5, 'other'))
  expect(asked).toHaveBeenCalledTimes(2)
})

test('what was used longest ago goes when the bytes are too many', async () => {
  const asked = answerWith(250e6)
  const models = useModelsStore()
  await models.get(1, revision(1))
  await models.get(1, revision(2))
  await models.get(1, revision(1))
  await models.get(1, revision(3))
  asked.mockClear()
  await models.get(1, revision(1))
  await models.get(1, revision(3))
  expect(asked).not.toHaveBeenCalled()
  await models.get(1, revision(2))
  expect(asked).toHaveBeenCalledTimes(1)
})

test('one that is larger than the budget is kept as long as no other is wanted', async () => {
  const asked = answerWith(2e9)
  const models = useModelsStore()
  await models.get(1, revision(1))
  await models.get(1, revision(1))
  expect(asked).toHaveBeenCalledTimes(1)
})

test('loading tells its share, can be stopped and begun again', async () => {
  const models = useModelsStore()
  vi.spyOn(geometry, 'read').mockImplementationOnce(
    (_a, _r, signal, onShare) =>
      new Promise((_resolve, reject) => {
        onShare(0.25)
        signal.addEventListener('abort', () => reject(new DOMException('aborted', 'AbortError')))
      })
  )
  expect(models.share).toBeNull()
  const loading = models.get(1, revision(1))
  expect(models.share).toBe(0.25)
  models.stopLoading()
  await expect(loading).rejects.toThrow('Loading was stopped')
  expect(models.share).toBeNull()
  answerWith(10)
  expect((await models.get(1, revision(1))).revisionId).toBe(1)
})
