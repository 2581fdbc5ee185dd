import { SIGNED_OUT } from '@/api/http'
import { usePersonStore } from '@/stores/person'
import type { Router } from 'vue-router'

/** Where people sign in, every page but that one is for those who have; whoever is signed out meanwhile comes back to where they were. */
export function signInFirst(router: Router): void {
  router.beforeEach(async (to) => {
    const person = usePersonStore()
    // A server that is away is told of by the page itself.
    const me = person.me ?? (await person.load().catch(() => null))
    return me && !me.isSignedIn && to.name !== 'sign-in' ? { name: 'sign-in', query: { to: to.fullPath } } : true
  })
  window.addEventListener(SIGNED_OUT, () => {
    const here = router.currentRoute.value
    if (here.name === 'sign-in' || here.matched.length === 0) return
    void router.replace({ name: 'sign-in', query: { to: here.fullPath, again: '' } })
  })
}
