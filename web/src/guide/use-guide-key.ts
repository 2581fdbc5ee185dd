import { onBeforeUnmount, onMounted } from 'vue'
import { useRouter } from 'vue-router'

/** Opens the guide by <code>?</code>; where that is a key of the station itself, the station's sheet of keys leads on. */
export function useGuideKey(): void {
  const router = useRouter()

  function open(e: KeyboardEvent): void {
    const isTyping = e.target instanceof HTMLElement && e.target.closest('input:not([type=radio], [type=checkbox]), textarea, [contenteditable], [role=dialog]')
    const route = router.currentRoute.value
    if (e.key !== '?' || e.ctrlKey || e.metaKey || e.altKey || isTyping || e.defaultPrevented || route.name === 'sort' || route.name === 'guide') return
    void router.push({ name: 'guide' })
  }

  onMounted(() => window.addEventListener('keydown', open))
  onBeforeUnmount(() => window.removeEventListener('keydown', open))
}
