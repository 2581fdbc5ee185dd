import { defineStore } from 'pinia'
import { markRaw } from 'vue'
import { api } from '@/api/client'
import { parseModel } from '@/model/model'
import type { Model } from '@/model/model'

const KEPT = 3

/** Geometry of the revisions looked at last; a revision never changes. */
export const useModelsStore = defineStore('models', () => {
  const models = new Map<number, Promise<Model>>()

  function get(assetId: number, revisionId: number): Promise<Model> {
    let model = models.get(revisionId)
    if (!model) {
      model = api.geometry(assetId, revisionId).then((buffer) => markRaw(parseModel(revisionId, buffer)))
      model.catch(() => models.delete(revisionId))
      models.set(revisionId, model)
      if (models.size > KEPT) models.delete(models.keys().next().value!)
    }
    return model
  }

  return { get }
})
