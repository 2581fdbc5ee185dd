import { ApiProblem } from '@/api/http'

const FIRST_WAIT_MS = 1000
const LONGEST_WAIT_MS = 10_000

/**
 * Sends a request again and again while the server is away, more and more seldom; what it refuses is
 * thrown. The request must come to the same when it arrives twice: an answer may have been lost on its way.
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
      if (!(e instanceof ApiProblem) || !e.isAway) {
        onWait(false)
        throw e
      }
    }
    onWait(true)
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
