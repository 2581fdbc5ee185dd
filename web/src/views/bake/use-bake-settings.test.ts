import { createPinia, setActivePinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick } from 'vue'
import { api } from '@/api/client'
import { useAssetStore } from '@/stores/asset'
import { useUndoHereStore } from '@/stores/undo-here'
import { useBakeSettings } from '@/views/bake/use-bake-settings'

import type { Asset, IdOrigin, Inspection, Revision } from '@/api/types'

const inspection = { vertexColors: [], faceGroups: [], materials: [], parts: [{}, {}], pieces: 2, hasUvs: true, textures: [] }

function revision(id: number, role: 'target' | 'source', more: object): Revision {
  const full = { ...inspection, ...more } as unknown as Inspection
  return { id, role, isCurrent: true, claimedShare: 0, inspection: full } as Revision
}

function open(bakes: object[], ...sources: Revision[]): void {
  const target = revision(1, 'target', {})
  useAssetStore().asset = {
    id: 9,
    revisions: [target, ...sources],
    groups: [],
    history: [],
    bakes,
    proposedOrigin: { origin: 'vertex-colors', isFromSource: true }
  } as unknown as Asset
}

const colored = revision(2, 'source', { vertexColors: [{ color: '#FF0000' }, { color: '#0000FF' }] })
const bare = revision(3, 'source', { parts: [{}], pieces: 1 })

/** A server whose sources have colours and whose target has parts. */
const choices = (isFromSource: boolean): { origin: IdOrigin; hasData: boolean }[] => [
  { origin: 'claims', hasData: false },
  { origin: 'vertex-colors', hasData: isFromSource },
  { origin: 'parts', hasData: !isFromSource },
  { origin: 'pieces', hasData: true }
]

describe('settings of the next bake', () => {
  beforeEach(() => {
    vi.useFakeTimers()
    sessionStorage.clear()
    setActivePinia(createPinia())
    vi.spyOn(api, 'origins').mockImplementation(async (_id, isFromSource) => choices(isFromSource))
  })
  afterEach(() => {
    vi.restoreAllMocks()
    vi.useRealTimers()
  })

  it('propose the origin that has data, measured reach and all sources', async () => {
    open([], colored, bare)
    const { settings, read, canBake } = useBakeSettings()
    expect(canBake.value).toBe(false)
    await vi.runAllTimersAsync()
    expect(settings.origin).toBe('vertex-colors')
    expect(settings.isFromSource).toBe(true)
    expect(settings.reachOutward).toBeNull()
    expect(read.value.map((r) => r.id)).toEqual([2, 3])
    expect(canBake.value).toBe(true)
  })

  it('begin as the last bake and leave that as it was', () => {
    const last = { origin: 'parts', isFromSource: false, links: [], partReaches: [], affixes: [], sourceIds: null }
    open([{ settings: last }])
    const { settings, link } = useBakeSettings()
    expect(settings.origin).toBe('parts')
    link('hull', 'hull_high')
    expect(last.links).toEqual([])
  })

  describe('when a model has been read meanwhile', () => {
    const ofTarget = { origin: 'parts', isFromSource: false } as const
    const ofSource = { origin: 'vertex-colors', isFromSource: true } as const
    const ofNothing = { origin: 'claims', isFromSource: false } as const
    const propose = async (proposedOrigin: typeof ofTarget | typeof ofSource | typeof ofNothing): Promise<void> => {
      useAssetStore().asset = { ...useAssetStore().asset!, proposedOrigin }
      await nextTick()
    }

    it('read it, unless something was chosen', async () => {
      open([])
      await propose(ofNothing)
      const untouched = useBakeSettings().settings
      await propose(ofTarget)
      expect(untouched).toMatchObject(ofTarget)
      const chosen = useBakeSettings()
      chosen.settings.origin = 'pieces'
      await propose(ofSource)
      expect(untouched).toMatchObject(ofSource)
      expect(chosen.settings).toMatchObject({ origin: 'pieces', isFromSource: false })
    })

    it('stay as the last bake', async () => {
      open([{ settings: { ...ofTarget, links: [], partReaches: [], affixes: [], sourceIds: null } }])
      await propose(ofTarget)
      const { settings } = useBakeSettings()
      await propose(ofSource)
      expect(settings).toMatchObject(ofTarget)
    })
  })

  it('keep several links of a part, each once, and take them away together', () => {
    open([], colored)
    const { settings, link } = useBakeSettings()
    link('hull', 'a')
    link('mast', 'c')
    link('hull', 'b')
    link('hull', 'a')
    expect(settings.links).toHaveLength(3)
    link('hull', null)
    expect(settings.links).toEqual([{ targetPart: 'mast', sourcePart: 'c' }])
  })

  it('let a part have its own reach and give it back', () => {
    open([], colored)
    const { settings, setPartReach } = useBakeSettings()
    setPartReach('hull', { outward: 0.01, inward: 0.002 })
    setPartReach('hull', { outward: 0.02, inward: 0.002 })
    expect(settings.partReaches).toEqual([{ part: 'hull', outward: 0.02, inward: 0.002 }])
    setPartReach('hull', null)
    expect(settings.partReaches).toEqual([])
  })

  it('do what findings propose', async () => {
    open([], colored)
    const { settings, take, setReach, setPartReach } = useBakeSettings()
    await vi.runAllTimersAsync()
    const cure = (action: string, value = ''): void => take({ words: '', action, value } as Parameters<typeof take>[0])
    cure('pairing', 'all')
    expect(settings.pairing).toBe('all')
    cure('link', 'hull\thull_high')
    expect(settings.links[0]).toEqual({ targetPart: 'hull', sourcePart: 'hull_high' })
    setReach({ outward: 1, inward: 2 })
    setPartReach('hull', { outward: 1, inward: 2 })
    cure('reach')
    expect([settings.reachOutward, settings.reachInward, settings.partReaches]).toEqual([null, null, []])
    // The target has no colours, so its first origin with data is taken along.
    cure('read-target')
    await vi.runAllTimersAsync()
    expect([settings.isFromSource, settings.origin]).toEqual([false, 'parts'])
    cure('read-sources')
    await vi.runAllTimersAsync()
    cure('origin', 'pieces')
    expect([settings.isFromSource, settings.origin]).toEqual([true, 'pieces'])
  })

  it('are there when one comes back, and each choice is taken back and done again', async () => {
    open([], colored)
    const scope = effectScope()
    const { settings, link } = scope.run(useBakeSettings)!
    settings.size = 512
    await nextTick()
    link('hull', 'hull_high')
    await nextTick()
    scope.stop()
    const again = effectScope().run(useBakeSettings)!.settings
    expect([again.size, again.links]).toEqual([512, [{ targetPart: 'hull', sourcePart: 'hull_high' }]])
    again.size = 4096
    await nextTick()
    const undo = useUndoHereStore()
    expect(await undo.step(9, 'bake', true)).toBe('settings of the bake')
    expect(again.size).toBe(512)
    await undo.step(9, 'bake', false)
    expect(again.size).toBe(4096)
    // What was chosen before one left is taken back where it is seen now.
    await undo.step(9, 'bake', true)
    await undo.step(9, 'bake', true)
    expect([again.size, again.links]).toEqual([512, []])
    // Another bake since then is what the next one begins from.
    open([{ settings: { ...(JSON.parse(JSON.stringify(settings)) as object), size: 1024 } }], colored)
    expect(effectScope().run(useBakeSettings)!.settings.size).toBe(1024)
  })
})
