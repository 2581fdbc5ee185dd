import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { api } from '@/api/client'
import { SIGNED_IN } from '@/api/http'
import type { Me } from '@/api/types'

/** Who works here, and in which show. Where nobody signs in, everything may be done. */
export const usePersonStore = defineStore('person', () => {
  const me = shallowRef<Me | null>(null)
  /** The show whose things the catalogue shows and new ones go to, null for all. */
  const chosenShow = useLocalStorage<number | null>('idiotaxa.show', null)

  /** Who was signed in last on this page. */
  let last: string | null = null

  const isStudio = computed(() => me.value?.isStudio ?? false)
  const mayWork = computed(() => me.value?.role === 'work' || me.value?.role === 'manage')
  /** The same, as long as it is not known who is here: what is refused then says why. */
  const mayChange = computed(() => me.value === null || mayWork.value)
  const mayManage = computed(() => me.value?.role === 'manage')
  const shows = computed(() => me.value?.shows ?? [])
  const show = computed(() => (shows.value.some((s) => s.id === chosenShow.value) ? chosenShow.value : null))
  /** Where something new is made: the chosen show, the only one, or null while it is not clear. */
  const showForNew = computed(() => show.value ?? (shows.value.length === 1 ? shows.value[0]!.id : null))

  /** Told at once, without asking the server. @throws what those are told who may only look */
  function needChange(): void {
    if (!mayChange.value) throw new Error('You may look here and change nothing. Those who manage this studio can give you more.')
  }

  async function load(): Promise<Me> {
    me.value = await api.me()
    if (me.value.isSignedIn) last = me.value.name
    return me.value
  }

  async function signIn(name: string, password: string): Promise<void> {
    const before = last
    // The proof of the page that the change of nobody into somebody needs comes with this answer.
    await load()
    await api.signIn(name, password)
    await load()
    window.dispatchEvent(new CustomEvent(SIGNED_IN, { detail: { isSame: before === null || before === me.value?.name } }))
  }

  async function signOut(): Promise<void> {
    await api.signOut()
    await load()
  }

  return { me, chosenShow, isStudio, mayWork, mayChange, mayManage, shows, show, showForNew, needChange, load, signIn, signOut }
})
