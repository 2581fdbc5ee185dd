import { computed, ref, shallowRef, watch } from 'vue'
import { api } from '@/api/client'
import { orSay } from '@/stores/say'
import { usePatience } from '@/components/use-patience'
import { useAssetStore } from '@/stores/asset'
import { useOwnStepsStore } from '@/stores/own-steps'
import { useReviewStore } from '@/stores/review'
import { useSortingStore } from '@/stores/sorting'
import type { ComputedRef, Ref, ShallowRef } from 'vue'
import type { Review, ReviewItem, Revision } from '@/api/types'

export interface ReviewWork {
  review: ComputedRef<Review | null>
  /** Those that wait, or all. */
  listed: ComputedRef<ReviewItem[]>
  showsAll: Ref<boolean>
  current: ComputedRef<ReviewItem | null>
  /** Items that are like the current one and wait as it does, itself among them. */
  alike: ComputedRef<ReviewItem[]>
  /** Whether the next answer is for all that are alike. */
  isForAlike: Ref<boolean>
  /** Faces of the current item as ranges: on the model now, or before for a lost part. */
  ranges: ShallowRef<number[]>
  select: (id: number) => void
  step: (by: number) => void
  right: () => Promise<void>
  there: (groupId: number) => Promise<void>
  reopen: (id: number) => Promise<void>
}

/** Works through what a carry-over left to be looked at, item after item. */
export function useReview(revision: ComputedRef<Revision | null>): ReviewWork {
  const store = useAssetStore()
  const reviews = useReviewStore()
  const sorting = useSortingStore()
  const own = useOwnStepsStore()
  const showsAll = ref(false)
  const isForAlike = ref(false)
  const selected = ref<number | null>(null)
  const ranges = shallowRef<number[]>([])

  const review = computed(() => (reviews.revisionId === revision.value?.id ? reviews.review : null))
  const items = computed(() => review.value?.items ?? [])
  const listed = computed(() =>
    items.value.filter((item) => showsAll.value || item.isWaiting || item.id === selected.value)
  )
  const current = computed(
    () => items.value.find((i) => i.id === selected.value) ?? items.value.find((i) => i.isWaiting) ?? null
  )
  const alike = computed(() =>
    items.value.filter((i) => i.kin === current.value?.kin && (i.isWaiting || i.id === current.value.id))
  )

  const ask = usePatience()
  watch(
    [() => revision.value?.id, () => store.journalStamp],
    ([, stamp]) => ask(() => stamp === store.journalStamp, () => reviews.load(store.asset!.id, revision.value)),
    { immediate: true }
  )
  watch(
    () => current.value?.id,
    (id) => {
      ranges.value = []
      isForAlike.value = false
      if (id === undefined) return
      ask(() => current.value?.id === id, async () => {
        const found = await api.reviewFaces(store.asset!.id, revision.value!.id, id)
        if (current.value?.id === id) ranges.value = found
      })
    },
    { immediate: true }
  )

  /** The item behind the current one that waits; from the top when none is behind it. */
  function nextWaiting(except: Set<number>): number | null {
    const all = items.value
    const at = all.findIndex((i) => i.id === current.value?.id)
    const order = [...all.slice(at + 1), ...all.slice(0, Math.max(0, at))]
    return order.find((i) => i.isWaiting && !except.has(i.id))?.id ?? null
  }

  async function answer(word: 'right' | 'there', groupId: number | null): Promise<void> {
    if (!current.value) return
    const ids = isForAlike.value ? alike.value.map((i) => i.id) : [current.value.id]
    const asked = current.value.id
    // At once, so that the next key is about the next item, however long the answer is under way.
    selected.value = nextWaiting(new Set(ids))
    if (!(await send(ids, word, groupId))) selected.value = asked
  }

  function send(ids: number[], word: 'right' | 'there' | 'open', groupId: number | null): Promise<boolean> {
    const { id } = revision.value!
    return orSay(async () => {
      const { id: assetId, history } = store.asset!
      reviews.take(await sorting.inOrder(() => api.answerReview(assetId, id, ids, word, groupId)))
      if (word !== 'there') return
      await store.refresh()
      own.rememberNew(assetId, history, store.asset!.history)
    })
  }

  return {
    review,
    listed,
    showsAll,
    current,
    alike,
    isForAlike,
    ranges,
    select: (id) => (selected.value = id),
    step(by) {
      const at = listed.value.findIndex((i) => i.id === current.value?.id)
      const next = listed.value[Math.max(0, Math.min(listed.value.length - 1, at + by))]
      if (next) selected.value = next.id
    },
    right: () => answer('right', null),
    there: (groupId) => answer('there', groupId),
    async reopen(id) {
      await send([id], 'open', null)
    }
  }
}
