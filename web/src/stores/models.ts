import { defineStore } from 'pinia'
import { computed, markRaw, shallowReactive } from 'vue'
import { geometry } from '@/model/geometry'
import type { GeometryOf } from '@/model/geometry'
import type { Model } from '@/model/model'

/** Bytes of geometry kept for those who come back; the one asked for last is kept at any size. */
const BUDGET = 600e6

interface Kept {
  model: Promise<Model>
  /** 0 while it is loaded. */
  bytes: number
}

interface Loading {
  share: number
  stop: () => void
}

/** Geometry of the revisions looked at last; one state of it never changes. */
export const useModelsStore = defineStore('models', () => {
  /** The one used longest ago comes first. */
  const kept = new Map<string, Kept>()
  const underWay = shallowReactive(new Map<string, Loading>())

  /** What is loaded now: of all of it, 0 … 1; null when nothing is. */
  const share = computed(() =>
    underWay.size === 0 ? null : [...underWay.values()].reduce((sum, l) => sum + l.share, 0) / underWay.size
  )

  function get(assetId: number, revision: GeometryOf): Promise<Model> {
    const key = `${revision.id}/${revision.geometryVersion}/${revision.geometryKey}`
    const found = kept.get(key) ?? { model: load(key, assetId, revision), bytes: 0 }
    kept.delete(key)
    kept.set(key, found)
    return found.model
  }

  async function load(key: string, assetId: number, revision: GeometryOf): Promise<Model> {
    const abort = new AbortController()
    const stop = (): void => abort.abort()
    underWay.set(key, { share: 0, stop })
    try {
      const { model, bytes } = await geometry.read(assetId, revision, abort.signal, (done) =>
        underWay.set(key, { share: done, stop })
      )
      const entry = kept.get(key)
      if (entry) entry.bytes = bytes
      letGo()
      return markRaw(model)
    } catch (e) {
      kept.delete(key)
      throw abort.signal.aborted ? new Error('Loading was stopped. Open the station again to load the model.') : e
    } finally {
      underWay.delete(key)
    }
  }

  function letGo(): void {
    let sum = [...kept.values()].reduce((all, k) => all + k.bytes, 0)
    for (const [key, { bytes }] of kept) {
      if (sum <= BUDGET || kept.size === 1) return
      kept.delete(key)
      sum -= bytes
    }
  }

  function stopLoading(): void {
    underWay.forEach((loading) => loading.stop())
  }

  return { get, share, stopLoading }
})
