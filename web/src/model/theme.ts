import { useLocalStorage, usePreferredDark } from '@vueuse/core'
import { computed, watchEffect } from 'vue'
import type { ComputedRef } from 'vue'

export type Theme = 'day' | 'night'

const isSystemDark = usePreferredDark()
/** Empty for as the system has it. */
const chosen = useLocalStorage<Theme | ''>('idiotaxa.theme', '')

/** What is shown: what was chosen, else as the system has it. */
export const theme: ComputedRef<Theme> = computed(() => chosen.value || systemTheme())

function systemTheme(): Theme {
  return isSystemDark.value ? 'night' : 'day'
}

/** Goes to the other one. What the system has anyway is not kept, so that the page follows it again. */
export function switchTheme(): void {
  const next = theme.value === 'day' ? 'night' : 'day'
  chosen.value = next === systemTheme() ? '' : next
}

/** Keeps the page in the theme. */
export function followTheme(): void {
  watchEffect(() => (document.documentElement.dataset.theme = theme.value))
}
