import { computed, onBeforeUnmount, onMounted, ref, shallowReactive, shallowRef } from 'vue'
import { patiently } from '@/api/patiently'
import type { Ref, ShallowRef } from 'vue'

/** Readings that wait for a server that is away. */
const waiting = shallowReactive(new Set<symbol>())

/** Whether a page waits for a server that does not answer. */
export const isServerAwaited = computed(() => waiting.size > 0)

interface Reading<T> {
  /** Null until it was read. */
  value: ShallowRef<T | null>
  /** Why the server refused it. */
  problem: Ref<string | null>
  load: () => Promise<void>
  /** Reads again for one who looks on: not while the page is hidden, nor while it is read already. */
  look: () => void
}

/**
 * What a page shows of the server: read when it opens and whenever it may have changed. While the server is away it is
 * read again and again; of several readings only the last one counts.
 */
export function useReading<T>(read: () => Promise<T>): Reading<T> {
  const value = shallowRef<T | null>(null)
  const problem = ref<string | null>(null)
  const own = Symbol()
  let turns = 0
  let isUnderWay = false

  async function load(): Promise<void> {
    const turn = ++turns
    const isLast = (): boolean => turn === turns
    const wait = (isWaiting: boolean): void => {
      if (isLast() && isWaiting) waiting.add(own)
      else if (isLast()) waiting.delete(own)
    }
    isUnderWay = true
    try {
      const found = await patiently(async () => (isLast() ? await read() : null), wait)
      if (!isLast()) return
      value.value = found
      problem.value = null
    } catch (e) {
      if (isLast()) problem.value = (e as Error).message
    } finally {
      if (isLast()) isUnderWay = false
    }
  }

  function look(): void {
    if (!document.hidden && !isUnderWay) void load()
  }

  onMounted(load)
  onBeforeUnmount(() => {
    turns++
    waiting.delete(own)
  })
  return { value, problem, load, look }
}
