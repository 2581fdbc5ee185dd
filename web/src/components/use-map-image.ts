import { ref, watch } from 'vue'
import { getBlob } from '@/api/http'
import { patiently } from '@/api/patiently'
import { useBitmap } from '@/components/use-bitmap'
import type { Ref, ShallowRef } from 'vue'

interface MapImage {
  image: ShallowRef<ImageBitmap | null>
  problem: Ref<string | null>
}

/** The image behind an address, with its bytes as they are; null while there is none. */
export function useMapImage(url: () => string | null): MapImage {
  const { image, show } = useBitmap()
  const problem = ref<string | null>(null)

  watch(
    url,
    async (address, _before, onCleanup) => {
      const abort = new AbortController()
      onCleanup(() => abort.abort())
      problem.value = null
      if (!address) {
        show(null)
        return
      }
      try {
        const bitmap = await createImageBitmap(await patiently(() => getBlob(address, abort.signal)), {
          colorSpaceConversion: 'none',
          premultiplyAlpha: 'none'
        })
        if (abort.signal.aborted) bitmap.close()
        else show(bitmap)
      } catch (e) {
        if (!abort.signal.aborted) problem.value = (e as Error).message
      }
    },
    { immediate: true }
  )
  return { image, problem }
}
