import { watch } from 'vue'
import type { WatchSource } from 'vue'

/** Waits until a value is as wanted, which it may be already. */
export function until<T>(source: WatchSource<T>, isWanted: (value: T) => boolean): Promise<void> {
  return new Promise((resolve) => {
    const stop = watch(
      source,
      (value) => {
        if (!isWanted(value)) return
        // The first call comes before there is anything to stop.
        queueMicrotask(() => stop())
        resolve()
      },
      { immediate: true, flush: 'post' }
    )
  })
}
