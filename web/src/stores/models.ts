import { defineStore } from 'pinia'
import { markRaw } from 'vue'
import { api } from '@/api/client'
import { parseModel } from '@/model/model'
import type { Revision } from '@/api/types'
import type { Model } from '@/model/model'

const KEPT = 8

/** Geometry of the revisions looked at last; one state of it never changes. */
export const useModelsStore = defineStore('models', () => {
  const models = new Map<string, Promise<Model>>()

  function get(assetId: number, revision: Pick<Revision, 'id' | 'geometryVersion'>): Promise<Model> {
    const { id, geometryVersion } = revision
    const key = `${id}/${geometryVersion}`
    let model = models.get(key)
    if (!model) {
      model = api
        .geometry(assetId, id, geometryVersion)
        .then((buffer) => markRaw(parseModel(id, geometryVersion, buffer)))
      model.catch(() => models.delete(key))
      models.set(key, model)
      if (models.size > KEPT) models.delete(models.keys().next().value!)
    }
    return model
  }

  return { get }
})
