import { ApiProblem, SIGNED_IN } from '@/api/http'

const FIRST_WAIT_MS = 1000
const LONGEST_WAIT_MS = 10_000

/**
 * Sends a request again and again while the server is away, more and more seldom; what it refuses is
 * thrown. What comes from somebody who was signed out meanwhile waits for the same person to sign in again. The request must come to the same when it arrives twice: an answer may have been lost on its way.
 *
 * @param onWait hears when it has to wait, and when it no longer has
 */
export async function patiently<T>(
  request: () => Promise<T>,
  onWait: (isWaiting: boolean) => void = () => {}
): Promise<T> {
  for (let wait = FIRST_WAIT_MS; ; wait = Math.min(LONGEST_WAIT_MS, 2 * wait)) {
    try {
      const answer = await request()
      onWait(false)
      return answer
    } catch (e) {
      const isSignedOut = e instanceof ApiProblem && e.status === 401
      if (!(e instanceof ApiProblem) || !(e.isAway || isSignedOut)) {
        onWait(false)
        throw e
      }
      onWait(true)
      if (isSignedOut && !(await isSamePersonAgain())) {
        onWait(false)
        throw e
      }
      if (isSignedOut) continue
    }
    await pause(wait)
  }
}

/** Ends early when the browser says that the network is back. */
function pause(ms: number): Promise<void> {
  return new Promise((resolve) => {
    const end = (): void => {
      window.clearTimeout(timer)
      window.removeEventListener('online', end)
      resolve()
    }
    const timer = window.setTimeout(end, ms)
    window.addEventListener('online', end)
  })
}

/** Whether who signs in next is who was signed out. */
function isSamePersonAgain(): Promise<boolean> {
  return new Promise((resolve) => {
    window.addEventListener(SIGNED_IN, (e) => resolve((e as CustomEvent<{ isSame: boolean }>).detail.isSame), { once: true })
  })
}
