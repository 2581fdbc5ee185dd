import { watchEffect } from 'vue'
import { usePersonStore } from '@/stores/person'
import type { Directive } from 'vue'

declare module 'vue' {
  interface GlobalDirectives {
    vWork: Directive<HTMLElement>
  }
}

const stops = new WeakMap<HTMLElement, () => void>()

/**
 * `v-work` on whatever changes something: for those who may only look it is there, pale, and takes neither pointer nor keys.
 * The server refuses what it must in any case; nobody is invited to be refused.
 */
export const workOnly: Directive<HTMLElement> = {
  mounted(el) {
    const person = usePersonStore()
    stops.set(
      el,
      watchEffect(() => {
        el.inert = !person.mayChange
        el.classList.toggle('only-looked-at', !person.mayChange)
      })
    )
  },
  unmounted: (el) => stops.get(el)?.()
}
