import { ref } from 'vue'
import { orSay } from '@/stores/say'
import type { Ref } from 'vue'

interface OneAtATime<A extends unknown[]> {
  isUnderWay: Ref<boolean>
  /** Says why if it fails. @returns whether it was done; not, while an earlier one is under way */
  run: (...given: A) => Promise<boolean>
}

/** An action that a second press does not begin again while the first is under way. */
export function useOneAtATime<A extends unknown[]>(action: (...given: A) => Promise<unknown>): OneAtATime<A> {
  const isUnderWay = ref(false)

  async function run(...given: A): Promise<boolean> {
    if (isUnderWay.value) return false
    isUnderWay.value = true
    const isDone = await orSay(() => action(...given))
    isUnderWay.value = false
    return isDone
  }

  return { isUnderWay, run }
}
