import { ref, shallowRef, watch } from 'vue'
import { patiently } from '@/api/patiently'
import type { Ref, ShallowRef } from 'vue'

const PATIENCE_MS = 300

interface Answer<T> {
  answer: ShallowRef<T | null>
  /** Whether another answer is on its way. */
  isAsking: Ref<boolean>
  problem: Ref<string | null>
}

/**
 * What the server answers to a question that changes while it is being typed: asked once the question rests,
 * and only the last answer counts.
 *
 * @param question in words that change with it; null asks nothing
 */
export function useAnswer<T>(question: () => string | null, ask: () => Promise<T>): Answer<T> {
  const answer = shallowRef<T | null>(null)
  const isAsking = ref(false)
  const problem = ref<string | null>(null)

  watch(
    question,
    (asked, before, onCleanup) => {
      if (asked === null) return
      let isStale = false
      isAsking.value = true
      const timer = setTimeout(
        async () => {
          try {
            // While the server is away, which one line says, it is asked again as long as it is wanted.
            const got = await patiently(async () => (isStale ? null : await ask()))
            if (isStale) return
            answer.value = got
            problem.value = null
          } catch (e) {
            if (!isStale) problem.value = (e as Error).message
          }
          if (!isStale) isAsking.value = false
        },
        before === undefined ? 0 : PATIENCE_MS
      )
      onCleanup(() => {
        isStale = true
        clearTimeout(timer)
      })
    },
    { immediate: true }
  )
  return { answer, isAsking, problem }
}
