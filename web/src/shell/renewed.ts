import { ref } from 'vue'
import type { Ref } from 'vue'

/** Whether the server has another version of the application than the one that this page is of. */
export const isRenewed: Ref<boolean> = ref(false)

/** The scripts of a page name its version: a build gives them names by their contents. */
function scriptsOf(page: Document): string {
  return [...page.querySelectorAll('script[src]')].map((s) => s.getAttribute('src')).join()
}

/** To be called when a server is back that was away: it may have come back as another. */
export async function lookForRenewal(): Promise<void> {
  try {
    const answer = await fetch('/', { cache: 'no-store' })
    if (!answer.ok) return
    const now = new DOMParser().parseFromString(await answer.text(), 'text/html')
    isRenewed.value = scriptsOf(now) !== scriptsOf(document)
  } catch {
    // It is away again; the next return asks anew.
  }
}

/** A part of the page that is no longer there is of a version from before. */
export function noticeRenewal(): void {
  window.addEventListener('vite:preloadError', () => (isRenewed.value = true))
}
