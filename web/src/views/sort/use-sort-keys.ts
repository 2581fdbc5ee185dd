import { onBeforeUnmount, onMounted } from 'vue'
import type { Grain } from '@/model/model'

const SECOND_DIGIT_MS = 600

interface Actions {
  claimNumber: (number: number) => void
  highestNumber: () => number
  setGrain: (grain: Grain) => void
  clearPick: () => void
  bringIntoView: () => void
  showNextUnclaimed: () => void
  step: (steps: number) => void
}

/**
 * The keys of the Sort station. A digit that could begin a longer number of a group waits a moment for
 * the next digit; Enter ends the wait.
 */
export function useSortKeys(actions: Actions): void {
  let typed = ''
  let timer = 0

  function finishNumber(): void {
    window.clearTimeout(timer)
    if (typed) actions.claimNumber(Number(typed))
    typed = ''
  }

  function typeDigit(digit: string): void {
    window.clearTimeout(timer)
    typed += digit
    if (Number(typed) * 10 > actions.highestNumber() || typed === '0') finishNumber()
    else timer = window.setTimeout(finishNumber, SECOND_DIGIT_MS)
  }

  const plain: Record<string, () => void> = {
    t: () => actions.setGrain('part'),
    y: () => actions.setGrain('piece'),
    u: () => actions.setGrain('face'),
    v: actions.bringIntoView,
    n: actions.showNextUnclaimed,
    escape: actions.clearPick,
    enter: finishNumber
  }

  function handleKey(e: KeyboardEvent): void {
    if (isTyping(e.target)) return
    const key = e.key.toLowerCase()
    if ((e.ctrlKey || e.metaKey) && key === 'z') {
      e.preventDefault()
      actions.step(e.shiftKey ? 1 : -1)
    } else if (!e.ctrlKey && !e.metaKey && !e.altKey) {
      if (/^\d$/.test(key)) typeDigit(key)
      else if (key !== 'enter' || typed) plain[key]?.()
    }
  }

  onMounted(() => window.addEventListener('keydown', handleKey))
  onBeforeUnmount(() => {
    window.clearTimeout(timer)
    window.removeEventListener('keydown', handleKey)
  })
}

function isTyping(target: EventTarget | null): boolean {
  return target instanceof HTMLElement && target.closest('input, textarea, [contenteditable]') !== null
}
