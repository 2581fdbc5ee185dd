import { createPinia, setActivePinia } from 'pinia'
import { ElMessageBox } from 'element-plus'
import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { api } from '@/api/client'
import { useAssetStore } from '@/stores/asset'
import { useOwnStepsStore } from '@/stores/own-steps'
import { useJournalSteps } from '@/stores/use-journal-steps'
import type { Asset, JournalState } from '@/api/types'

vi.mock('@/api/follow-asset', () => ({ followAsset: () => () => {} }))

/** A server's journal of three entries. */
let position = 3
const steps: { by: number; from: number }[] = []

const asset = (): Asset =>
  ({
    id: 4,
    journalPosition: position,
    groups: [],
    revisions: [],
    history: [1, 2, 3].map((n) => ({ id: 10 * n, ordinal: n, words: `step ${n}`, createdAt: '2026-11-01T10:00:00' }))
  }) as unknown as Asset

beforeEach(async () => {
  localStorage.clear()
  setActivePinia(createPinia())
  position = 3
  steps.length = 0
  vi.spyOn(api, 'asset').mockImplementation(async () => asset())
  vi.spyOn(api, 'step').mockImplementation(async (_id, by, from) => {
    steps.push({ by, from })
    position = Math.max(0, Math.min(3, position + by))
    return { position, entryId: 10 * position } as JournalState
  })
  await useAssetStore().open(4)
  for (const entryId of [10, 30]) useOwnStepsStore().remember(4, { entryId })
})
afterEach(() => vi.restoreAllMocks())

test('own steps are undone without a question, from where the journal stands', async () => {
  const asked = vi.spyOn(ElMessageBox, 'confirm')
  expect((await useJournalSteps().step(-1))?.words).toBe('step 3')
  expect(steps).toEqual([{ by: -1, from: 30 }])
  expect(asked).not.toHaveBeenCalled()
  expect((await useJournalSteps().step(1))?.words).toBe('step 3')
})

test('what was done elsewhere is undone only when that is meant', async () => {
  const { step } = useJournalSteps()
  await step(-1)
  const asked = vi.spyOn(ElMessageBox, 'confirm').mockRejectedValueOnce('cancel')
  expect(await step(-1)).toBeNull()
  expect(asked.mock.calls[0]![0]).toContain('“step 2”')
  expect(position).toBe(2)
  asked.mockResolvedValueOnce('confirm' as never)
  expect((await step(-1))?.words).toBe('step 2')
  expect(position).toBe(1)
  expect(useOwnStepsStore().isOwn(4, 20)).toBe(false)
})

test('keys that repeat go on from each other', async () => {
  const { step } = useJournalSteps()
  vi.spyOn(ElMessageBox, 'confirm').mockResolvedValue('confirm' as never)
  await Promise.all([step(-1), step(-1), step(-1)])
  expect(steps.map((s) => s.from)).toEqual([30, 20, 10])
  await Promise.all([step(1), step(1), step(1)])
  expect(steps.slice(3).map((s) => s.from)).toEqual([0, 10, 20])
  expect(position).toBe(3)
})

test('a step that fails does not keep the next one from being taken', async () => {
  const { step } = useJournalSteps()
  vi.spyOn(api, 'step').mockRejectedValueOnce(new Error('The journal has gone on since you looked'))
  expect(await step(-1)).toBeNull()
  expect((await step(-1))?.words).toBe('step 3')
})
