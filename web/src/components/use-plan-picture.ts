import { ref, watch } from 'vue'
import { postForPicture } from '@/api/http'
import { patiently } from '@/api/patiently'
import { useBitmap } from '@/components/use-bitmap'
import type { Ref, ShallowRef } from 'vue'

/** What a picture is made of; two with the same words are the same picture. */
export interface PlanPicture {
  url: string
  body: Record<string, unknown>
  /** Tells pictures apart whose difference is not in what is sent, such as colours. */
  stamp?: string
}

/** Side of the picture that is fetched first, px, and where distances are measured on the surface. */
const FIRST_PX = 1024
const FIRST_ON_SURFACE_PX = 256

/** So long nothing may change before the whole picture is fetched, ms. */
const SETTLED_MS = 160

/**
 * The picture that the server makes of a plan: first a small one, so that a number can be dragged, then the
 * whole. The last one stays until the next is there.
 */
export function usePlanPicture(
  asked: () => PlanPicture | null,
  wholePx: () => number
): { image: ShallowRef<ImageBitmap | null>; share: Ref<number>; problem: Ref<string | null> } {
  const { image, show } = useBitmap()
  const share = ref(0)
  const problem = ref<string | null>(null)

  watch(
    () => JSON.stringify([asked(), wholePx()]),
    async (_now, _before, onCleanup) => {
      const abort = new AbortController()
      onCleanup(() => abort.abort())
      const wanted = asked()
      problem.value = null
      if (!wanted) {
        show(null)
        return
      }
      const fetchAt = async (largest: number): Promise<void> => {
        const made = await patiently(() => postForPicture(wanted.url, { ...wanted.body, largest }, abort.signal))
        const bitmap = await createImageBitmap(made.blob, { colorSpaceConversion: 'none', premultiplyAlpha: 'none' })
        if (abort.signal.aborted) {
          bitmap.close()
          return
        }
        show(bitmap)
        share.value = made.share
      }
      try {
        const firstPx = JSON.stringify(wanted.body).includes('"mm":') ? FIRST_ON_SURFACE_PX : FIRST_PX
        await fetchAt(Math.min(firstPx, wholePx()))
        if (wholePx() > firstPx) {
          await new Promise((resolve) => setTimeout(resolve, SETTLED_MS))
          if (!abort.signal.aborted) await fetchAt(wholePx())
        }
      } catch (e) {
        if (!abort.signal.aborted) {
          show(null)
          problem.value = (e as Error).message
        }
      }
    },
    { immediate: true }
  )
  return { image, share, problem }
}
