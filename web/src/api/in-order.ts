import { shallowReactive } from 'vue'
import { patiently } from '@/api/patiently'

/** What is on its way to the server, for those who show it. */
interface Waiting {
  /** Changes that have not been answered. */
  unsent: number
  /** Whether they wait for a server that does not answer, or for somebody to sign in. */
  isWaiting: boolean
}

/**
 * Changes of one thing, sent one after another: each is begun when the one before it has been answered, so that it can be
 * made of what that left. While the server is away they wait. What is refused is thrown to whom it belongs, and those
 * behind it go on.
 */
export class InOrder {
  readonly state: Waiting = shallowReactive({ unsent: 0, isWaiting: false })
  private last: Promise<unknown> = Promise.resolve()

  /** @param request comes to the same when it arrives twice */
  send<T>(request: () => Promise<T>): Promise<T> {
    return this.after(() => patiently(request, (is) => (this.state.isWaiting = is)))
  }

  /** The same for something that is begun in its turn and decides by itself what it does when nobody answers. */
  async after<T>(action: () => Promise<T>): Promise<T> {
    const sent = this.last.then(action)
    this.last = sent.catch(() => undefined)
    this.state.unsent++
    try {
      return await sent
    } finally {
      this.state.unsent--
    }
  }

  /** Done when everything that has been sent so far is answered. */
  get settled(): Promise<unknown> {
    return this.last
  }
}
