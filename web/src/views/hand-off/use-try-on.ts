import { computed, onScopeDispose, ref, shallowRef, watch } from 'vue'
import type { ComputedRef, Ref, ShallowRef } from 'vue'
import { api } from '@/api/client'
import { HandoffPackage } from '@/model/handoff-package'
import { groupsOfBake } from '@/model/groups-of-bake'
import { tileOfSheet } from '@/model/udim'
import { useModelsStore } from '@/stores/models'

import type { Asset, Group, Handoff, Look } from '@/api/types'
import type { ManifestGroup } from '@/model/handoff-package'
import type { Model } from '@/model/model'
import type { LookSheet } from '@/stage/look-stage'

/** A group of the package with the look that is tried. */
export interface TriedLook {
  group: ManifestGroup
  /** The asset's group, as it is now; absent where it is gone. */
  present: Group | undefined
  look: Look
}

export interface TryOn {
  packageId: Ref<number | null>
  packages: ComputedRef<Handoff[]>
  opened: ShallowRef<HandoffPackage | null>
  model: ShallowRef<Model | null>
  sheets: ShallowRef<LookSheet[]>
  looks: Ref<TriedLook[]>
  problem: Ref<string | null>
  /** How far the package is fetched that is being opened, 0 … 1; null for none. */
  opening: Ref<number | null>
  stop: () => void
}

/** Opens packages as a tool would: everything comes from the zip's images and manifest, but the model's shape. */
export function useTryOn(asset: () => Asset): TryOn {
  const packages = computed(() => asset().handoffs.filter((h) => h.bytes !== null))
  const packageId = ref<number | null>(packages.value[0]?.id ?? null)
  const opened = shallowRef<HandoffPackage | null>(null)
  const model = shallowRef<Model | null>(null)
  const sheets = shallowRef<LookSheet[]>([])
  const looks = ref<TriedLook[]>([])
  const problem = ref<string | null>(null)
  /** How far the package is fetched that is being opened, 0 … 1; null for none. */
  const opening = ref<number | null>(null)
  let fetching = new AbortController()

  let asked = 0
  async function open(id: number): Promise<void> {
    const own = ++asked
    problem.value = null
    fetching.abort()
    fetching = new AbortController()
    opening.value = 0
    try {
      const handoff = packages.value.find((h) => h.id === id)!
      const bake = asset().bakes.find((b) => b.id === handoff.bakeId)!
      const target = asset().revisions.find((r) => r.id === bake.targetId)!
      const zip = new HandoffPackage(new Uint8Array(await api.packageBytes(id, fetching.signal, (share) => own === asked && (opening.value = share))))
      const shape = await useModelsStore().get(asset().id, target)
      const laid: LookSheet[] = []
      for (const sheet of zip.manifest.sheets) {
        const faces = await api.sheetFaces(bake.id, sheet.name)
        laid.push({ faces, slots: await zip.slots(sheet), tile: tileOfSheet(sheet.name) })
      }
      if (own !== asked) return
      const present = groupsOfBake(bake, asset().groups)
      looks.value = zip.manifest.groups.map((group) => ({
        group,
        present: present.find((g) => g.number === group.number),
        look: { ...group.look }
      }))
      opened.value = zip
      sheets.value = laid
      model.value = shape
    } catch (e) {
      if (own === asked) problem.value = fetching.signal.aborted ? 'Opening it was stopped. Choose a package to try it on.' : (e as Error).message
    } finally {
      if (own === asked) opening.value = null
    }
  }
  const stop = (): void => fetching.abort()
  onScopeDispose(stop)
  watch(packageId, (id) => id !== null && void open(id), { immediate: true })
  // The first package of an asset may be made while this is looked at.
  watch(packages, (now) => {
    if (packageId.value === null) packageId.value = now[0]?.id ?? null
  })
  // Looks that were kept come back with the asset; what is being tried stays.
  watch(
    () => asset().groups,
    (groups) => {
      for (const tried of looks.value) {
        tried.present = groups.find((g) => g.id === tried.present?.id) ?? tried.present
      }
    }
  )

  return { packageId, packages, opened, model, sheets, looks, problem, opening, stop }
}

export function isSameLook(a: Look, b: Look): boolean {
  return a.baseColor === b.baseColor && a.roughness === b.roughness && a.metalness === b.metalness
}
