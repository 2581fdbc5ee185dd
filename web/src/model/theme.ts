import { computed, ref, watchEffect } from 'vue'
import type { ComputedRef } from 'vue'

export type Theme = 'day' | 'night'

const KEY = 'idiotaxa.theme'

const night = window.matchMedia?.('(prefers-color-scheme: dark)')
const system = ref<Theme>(night?.matches ? 'night' : 'day')
night?.addEventListener?.('change', (e) => (system.value = e.matches ? 'night' : 'day'))

const chosen = ref<Theme | null>(stored())

function stored(): Theme | null {
  try {
    const value = localStorage.getItem(KEY)
    return value === 'day' || value === 'night' ? value : null
  } catch {
    return null // Storage may be forbidden: then the system's choice holds.
  }
}

/** What is shown: what was chosen, else as the system has it. */
export const theme: ComputedRef<Theme> = computed(() => chosen.value ?? system.value)

/** Goes to the other one. What the system has anyway is not kept, so that the page follows it again. */
export function switchTheme(): void {
  const next = theme.value === 'day' ? 'night' : 'day'
  chosen.value = next === system.value ? null : next
  try {
    if (chosen.value) localStorage.setItem(KEY, chosen.value)
    else localStorage.removeItem(KEY)
  } catch {
    // It holds until the page is left.
  }
}

/** Keeps the page in the theme. */
export function followTheme(): void {
  watchEffect(() => (document.documentElement.dataset.theme = theme.value))
}
