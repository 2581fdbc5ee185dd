import { ElMessage } from 'element-plus'
import { computed, onBeforeUnmount, onMounted } from 'vue'
import { useRoute } from 'vue-router'
import { useMasksStore } from '@/stores/masks'
import { useUndoHereStore } from '@/stores/undo-here'

import type { ComputedRef } from 'vue'
import type { StationName } from '@/model/stations'

interface UndoHere {
  /** What would be taken back or done again; null for nothing, and on stations that say so themselves. */
  next: ComputedRef<{ undo: string | null; redo: string | null }>
  step: (isBack: boolean) => Promise<void>
}

/** Stations whose own keys undo: what they pick is taken back before what they claim. */
const OWN = new Set(['sort', 'review', 'recipe'])

/** Ctrl Z and Ctrl Shift Z take back and do again what the station that is open changes. */
export function useUndoKeys(asset: () => number): UndoHere {
  const route = useRoute()
  const undo = useUndoHereStore()
  const masks = useMasksStore()
  const station = computed(() => String(route.name) as StationName)
  const next = computed(() => undo.nextOf(asset(), station.value))

  async function step(isBack: boolean): Promise<void> {
    if (station.value === 'masks') {
      await masks.step(isBack ? -1 : 1)
      return
    }
    const words = await undo.step(asset(), station.value, isBack)
    if (words) ElMessage({ type: 'info', message: `${isBack ? 'Undone' : 'Done again'}: ${words}`, grouping: true })
  }

  function handleKey(e: KeyboardEvent): void {
    const isTyping = e.target instanceof HTMLElement && e.target.closest('input:not([type=radio]):not([type=checkbox]), textarea, [contenteditable], [role=dialog]')
    if (OWN.has(station.value) || isTyping || !(e.ctrlKey || e.metaKey) || e.altKey || e.key.toLowerCase() !== 'z') return
    e.preventDefault()
    void step(!e.shiftKey)
  }

  onMounted(() => window.addEventListener('keydown', handleKey))
  onBeforeUnmount(() => window.removeEventListener('keydown', handleKey))
  return { next, step }
}
