import { watchEffect } from 'vue'

/** Names the page in the browser's tabs and history. */
export function usePageTitle(title: () => string): void {
  watchEffect(() => (document.title = title() ? `${title()} – Idiotaxa` : 'Idiotaxa'))
}
