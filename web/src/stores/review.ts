import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { api } from '@/api/client'
import type { Review } from '@/api/types'

/** What waits to be looked at since a revision took the place of another. */
export const useReviewStore = defineStore('review', () => {
  const review = shallowRef<Review | null>(null)
  const revisionId = ref(0)
  let turns = 0

  /** Fetches the list anew; a revision that took no other's place has none. */
  async function load(assetId: number, revision: { id: number; fromId: number } | null): Promise<void> {
    const turn = ++turns
    if (revision?.id !== revisionId.value) review.value = null
    revisionId.value = revision?.id ?? 0
    if (!revision || revision.fromId === 0) {
      review.value = null
      return
    }
    const found = await api.review(assetId, revision.id)
    if (turn === turns) review.value = found
  }

  /** Takes the list that an answer came back with. */
  function take(answered: Review): void {
    turns++
    review.value = answered
  }

  return { review, revisionId, load, take }
})
