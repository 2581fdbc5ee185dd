import { nextTick, onScopeDispose, shallowRef } from 'vue'
import type { ShallowRef } from 'vue'

interface Bitmap {
  image: ShallowRef<ImageBitmap | null>
  /** Shows another image, or none; the memory of the one before is given back. */
  show: (image: ImageBitmap | null) => void
}

/** An image that is replaced now and then. A map of 4096² takes 64 MB, and nothing else frees it in time. */
export function useBitmap(): Bitmap {
  const image = shallowRef<ImageBitmap | null>(null)

  function show(next: ImageBitmap | null): void {
    const before = image.value
    if (before === next) return
    image.value = next
    // Who draws it takes the new one first.
    if (before) void nextTick(() => before.close())
  }

  onScopeDispose(() => image.value?.close())
  return { image, show }
}
