import { useAssetStore } from '@/stores/asset'
import { useModelsStore } from '@/stores/models'
import type { Router } from 'vue-router'

/**
 * Begins what an address needs before its view is there: scripts, asset and model are on their way at once, not one
 * behind the other. What fails here is asked for again by the view, which tells of it.
 */
export function lookAhead(router: Router, path: string): void {
  const { matched, params } = router.resolve(path)
  for (const { components } of matched) {
    const load = components?.default as unknown
    if (typeof load === 'function') (load as () => Promise<unknown>)().catch(() => undefined)
  }
  if (params.id && matched[0]?.path.startsWith('/assets/')) void open(Number(params.id)).catch(() => undefined)
}

async function open(id: number): Promise<void> {
  const store = useAssetStore()
  await store.open(id)
  if (store.target?.state === 'ready') await useModelsStore().get(id, store.target)
}
