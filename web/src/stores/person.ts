import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed, shallowRef } from 'vue'
import { api } from '@/api/client'
import type { Me } from '@/api/types'

/** Who works here, and in which show. Where nobody signs in, everything may be done. */
export const usePersonStore = defineStore('person', () => {
  const me = shallowRef<Me | null>(null)
  /** The show whose things the catalogue shows and new ones go to, null for all. */
  const chosenShow = useLocalStorage<number | null>('idiotaxa.show', null)

  const isStudio = computed(() => me.value?.isStudio ?? false)
  const mayWork = computed(() => me.value?.role === 'work' || me.value?.role === 'manage')
  const mayManage = computed(() => me.value?.role === 'manage')
  const shows = computed(() => me.value?.shows ?? [])
  const show = computed(() => (shows.value.some((s) => s.id === chosenShow.value) ? chosenShow.value : null))
  /** Where something new is made: the chosen show, the only one, or null while it is not clear. */
  const showForNew = computed(() => show.value ?? (shows.value.length === 1 ? shows.value[0]!.id : null))

  async function load(): Promise<Me> {
    me.value = await api.me()
    return me.value
  }

  async function signIn(name: string, password: string): Promise<void> {
    // The proof of the page that the change of nobody into somebody needs comes with this answer.
    await load()
    await api.signIn(name, password)
    await load()
  }

  async function signOut(): Promise<void> {
    await api.signOut()
    await load()
  }

  return { me, chosenShow, isStudio, mayWork, mayManage, shows, show, showForNew, load, signIn, signOut }
})
