import { useLocalStorage } from '@vueuse/core'
import { defineStore } from 'pinia'
import { ref } from 'vue'

/** What a keyboard layout types with a key, by the key's place; Chromium tells it. */
interface LayoutNavigator {
  keyboard?: { getLayoutMap?: () => Promise<Map<string, string>> }
}

/**
 * Keys as this browser's user wants them. A letter in a key's name stands for its place: the key where that
 * letter is on a US keyboard, whatever another layout types there.
 */
export const useKeysStore = defineStore('keys', () => {
  /** By command; empty for none. */
  const own = useLocalStorage<Record<string, string>>('idiotaxa.keys', {})
  /** Whether letters by themselves are commands; speech input and screen readers type letters too. */
  const hasLetters = useLocalStorage('idiotaxa.keys.letters', true)
  const layout = ref(new Map<string, string>())

  const { keyboard } = navigator as LayoutNavigator
  void keyboard?.getLayoutMap?.().then((map) => (layout.value = map))

  function keyOf(id: string, usual: string): string {
    const key = own.value[id] ?? usual
    return !hasLetters.value && isLetter(key) ? '' : key
  }

  /** @param key empty for none */
  function setKey(id: string, usual: string, key: string): void {
    const { [id]: _before, ...others } = own.value
    own.value = key === usual ? others : { ...others, [id]: key }
  }

  function reset(): void {
    own.value = {}
    hasLetters.value = true
  }

  /** As it is written on the key of this keyboard. */
  function shown(key: string): string {
    return key.replace(/(^| )([A-Za-z])$/, (_all, before: string, letter: string) => {
      const typed = layout.value.get(`Key${letter.toUpperCase()}`) ?? letter
      return before + typed.toUpperCase()
    })
  }

  return { own, hasLetters, keyOf, setKey, reset, shown }
})

/** Whether a key is typed like text: a letter with or without Shift. */
function isLetter(key: string): boolean {
  return /^(Shift )?[A-Z]$/i.test(key)
}
