import { useLocalStorage, useSessionStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { computed } from 'vue'
import { GUIDE } from '@/guide/entries'

/** What of the guide is followed, and whether stations still say what they are for. */
export const useGuideStore = defineStore('guide', () => {
  const followedId = useSessionStorage<string>('idiotaxa.guide', '')
  const arePutAway = useLocalStorage('idiotaxa.sentences-put-away', false)
  const followed = computed(() => GUIDE.find((e) => e.id === followedId.value) ?? null)

  function follow(id: string | null): void {
    followedId.value = id ?? ''
  }
  return { followed, arePutAway, follow }
})
