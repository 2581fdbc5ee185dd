import { ref } from 'vue'
import { useRouter } from 'vue-router'
import { api } from '@/api/client'
import { uploadModel } from '@/api/upload'
import { orSay } from '@/stores/say'
import { divideModels, nameOf } from '@/model/model-files'
import { usePersonStore } from '@/stores/person'

import type { Ref } from 'vue'

/** Makes an asset of models that are dropped: the light one becomes the target, the others sources. */
export function useDroppedModels(): { sending: Ref<string | null>; take: (files: File[]) => Promise<void> } {
  const router = useRouter()
  const person = usePersonStore()
  const sending = ref<string | null>(null)

  async function take(files: File[]): Promise<void> {
    const models = divideModels(files)
    if (models.length === 0 || sending.value !== null) return
    await orSay(async () => {
      const { id } = await api.createAsset(nameOf(models[0]!.files), person.showForNew)
      for (const { role, files: sent } of models) {
        sending.value = `Sending ${sent[0]!.name}…`
        await uploadModel(id, role, sent, null, {})
      }
      await router.push({ name: 'bring-in', params: { id } })
    })
    sending.value = null
  }

  return { sending, take }
}
