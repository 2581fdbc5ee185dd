import { onBeforeUnmount, onMounted } from 'vue'
import { digitOf, keyOf } from '@/views/sort/commands'
import type { Commands } from '@/views/sort/commands'

const SECOND_DIGIT_MS = 600

interface Digits {
  claimNumber: (number: number) => void
  highestNumber: () => number
}

/**
 * Runs commands by their keys. A digit that could begin a longer number of a group waits a moment for
 * the next digit; Enter ends the wait.
 */
export function useSortKeys(commands: Commands, digits: Digits): void {
  let typed = ''
  let timer = 0

  function finishNumber(): void {
    window.clearTimeout(timer)
    if (typed) digits.claimNumber(Number(typed))
    typed = ''
  }

  function typeDigit(digit: string): void {
    window.clearTimeout(timer)
    typed += digit
    if (Number(typed) * 10 > digits.highestNumber() || typed === '0') finishNumber()
    else timer = window.setTimeout(finishNumber, SECOND_DIGIT_MS)
  }

  function handleKey(e: KeyboardEvent): void {
    if (isElsewhere(e)) return
    const digit = digitOf(e)
    if (digit !== null && !e.ctrlKey && !e.metaKey && !e.altKey) {
      typeDigit(digit)
      return
    }
    if (e.key === 'Enter' && typed) {
      finishNumber()
      return
    }
    const command = e.altKey ? undefined : commands.ofKey(keyOf(e))
    if (command) {
      e.preventDefault()
      void command.run()
    }
  }

  onMounted(() => window.addEventListener('keydown', handleKey))
  onBeforeUnmount(() => {
    window.clearTimeout(timer)
    window.removeEventListener('keydown', handleKey)
  })
}

/** A key that is typed into a field or a dialog, or that presses a button, is no command. */
function isElsewhere(e: KeyboardEvent): boolean {
  if (!(e.target instanceof HTMLElement)) return false
  if (e.target.closest('input:not([type=radio]), textarea, [contenteditable], [role=dialog]')) return true
  const isPress = e.key === ' ' || e.key === 'Enter'
  return isPress && e.target.matches(':focus-visible') && e.target.closest('button, a, input, [role=button]') !== null
}
