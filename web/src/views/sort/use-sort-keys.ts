import { onBeforeUnmount, onMounted } from 'vue'
import { digitOf, keyOf } from '@/views/sort/commands'
import type { Commands } from '@/views/sort/commands'

const SECOND_DIGIT_MS = 600
const MODIFIERS = new Set(['Shift', 'Control', 'Alt', 'Meta', 'AltGraph', 'CapsLock'])

interface Digits {
  /** Called when the first digit goes down: holds what is picked then, and puts that into the drawer of a number. */
  begin: () => (number: number) => void
  highestNumber: () => number
}

/**
 * Runs commands by their keys. A digit that could begin a longer number of a group waits a moment for the next digit.
 * Whatever comes in between ends the wait: another key, a press of the pointer, leaving; it is done to what was picked
 * when the first digit went down, however fast the hand goes on.
 */
export function useSortKeys(commands: Commands, digits: Digits): void {
  let typed = ''
  let claim: (number: number) => void = () => {}
  let timer = 0

  function finishNumber(): void {
    window.clearTimeout(timer)
    const number = typed
    typed = ''
    if (number) claim(Number(number))
  }

  function typeDigit(digit: string): void {
    window.clearTimeout(timer)
    if (!typed) claim = digits.begin()
    typed += digit
    if (Number(typed) * 10 > digits.highestNumber() || typed === '0') finishNumber()
    else timer = window.setTimeout(finishNumber, SECOND_DIGIT_MS)
  }

  function handleKey(e: KeyboardEvent): void {
    const digit = digitOf(e)
    const isDigit = digit !== null && !e.ctrlKey && !e.metaKey && !e.altKey
    if (isElsewhere(e)) {
      finishNumber()
      return
    }
    if (isDigit) {
      // A key that is held is one digit.
      if (!e.repeat) typeDigit(digit)
      return
    }
    if (MODIFIERS.has(e.key)) return
    const isEndOfNumber = e.key === 'Enter' && typed !== ''
    finishNumber()
    if (isEndOfNumber) return
    const command = e.altKey ? undefined : commands.ofKey(keyOf(e))
    if (command) {
      e.preventDefault()
      void command.run()
    }
  }

  onMounted(() => {
    window.addEventListener('keydown', handleKey)
    // Before anybody else hears of the press, and picks something by it.
    window.addEventListener('pointerdown', finishNumber, true)
    window.addEventListener('blur', finishNumber)
  })
  onBeforeUnmount(() => {
    finishNumber()
    window.removeEventListener('keydown', handleKey)
    window.removeEventListener('pointerdown', finishNumber, true)
    window.removeEventListener('blur', finishNumber)
  })
}

/** A key that is typed into a field or a dialog, or that presses a button, is no command. */
function isElsewhere(e: KeyboardEvent): boolean {
  if (!(e.target instanceof HTMLElement)) return false
  if (e.target.closest('input:not([type=radio], [type=checkbox], [type=range]), textarea, [contenteditable], [role=dialog], [role=menu], [role=listbox]')) return true
  // A menu that is open holds the keys, wherever the focus is.
  if (document.querySelector('[aria-haspopup][aria-expanded=true]')) return true
  const isPress = e.key === ' ' || e.key === 'Enter'
  return isPress && e.target.matches(':focus-visible') && e.target.closest('button, a, input, [role=button]') !== null
}
