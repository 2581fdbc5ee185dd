/** Milliseconds after which nobody waits for a frame: a page that is not looked at draws none. */
const LONGEST_MS = 300

/** Waits until the page has been drawn as it is now. */
export function whenDrawn(): Promise<void> {
  return new Promise((resolve) => {
    setTimeout(resolve, LONGEST_MS)
    // In a task of its own, behind the frame's.
    requestAnimationFrame(() => setTimeout(resolve))
  })
}
