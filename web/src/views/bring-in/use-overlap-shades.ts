import { nextTick, onScopeDispose, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { getBytes } from '@/api/http'
import { useAssetStore } from '@/stores/asset'
import type { ShallowRef } from 'vue'
import type { Revision } from '@/api/types'

/** Side of the pictures in texels: the size at which the finding counts. */
const SIZE = 1024

interface Shade {
  image: ImageBitmap
  u: number
  v: number
}

/** Pictures of where a model's UVs overlap, sheet by sheet. */
export function useOverlapShades(revision: () => Revision | null): ShallowRef<Shade[]> {
  const store = useAssetStore()
  const shades = shallowRef<Shade[]>([])
  let loads = 0

  function show(next: Shade[]): void {
    const before = shades.value
    shades.value = next
    // Who draws them takes the new ones first.
    void nextTick(() => before.forEach((s) => s.image.close()))
  }

  async function load(id: number): Promise<Shade[]> {
    const sheets = (await api.overlaps(id, SIZE)).filter((s) => s.overlaps.overlapping > 0)
    return Promise.all(
      sheets.map(async ({ sheet, tileU: u, tileV: v }) => {
        const png = await getBytes(api.overlapImageUrl(id, sheet, SIZE))
        return { image: await createImageBitmap(new Blob([png])), u, v }
      })
    )
  }

  watch(
    () => JSON.stringify([revision()?.id, revision()?.geometryKey, store.asset?.sheetPlan, store.journalStamp]),
    async () => {
      const shown = revision()
      const mine = ++loads
      show([])
      if (!shown?.inspection?.hasUvs) return
      // Without the pictures the overlaps are still counted and outlined elsewhere.
      const loaded = await load(shown.id).catch(() => [])
      if (mine === loads) show(loaded)
      else loaded.forEach((s) => s.image.close())
    },
    { immediate: true }
  )
  onScopeDispose(() => show([]))
  return shades
}
