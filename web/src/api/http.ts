/** An answer that is an error: what happened and what to do, as the server says it. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string
  ) {
    super(message)
    this.name = 'ApiProblem'
  }

  /** Whether nobody answered who could have refused: the same may be sent again. */
  get isAway(): boolean {
    return this.status === 0 || this.status === 502 || this.status === 503 || this.status === 504
  }
}

/** Where name and password are sent: that they are refused is no news. */
export const SIGN_IN = '/api/sign-in'

/** Milliseconds after which nobody waits any longer for an answer, and for models and pictures. */
const LONGEST_MS = 60_000
const LONGEST_LOAD_MS = 600_000

/** The sentence in a problem document (RFC 9457), or one that says what is known. */
export function problemSentence(status: number, body: string): string {
  try {
    const detail = (JSON.parse(body) as { detail?: string }).detail
    if (detail) return detail
  } catch {
    // Not JSON: a proxy or the container answered.
  }
  return status === 413
    ? 'The upload is larger than the server takes. Split the model or raise the limit.'
    : `The server answered with an error (${status}). Try again; its log says more.`
}

/** Told on the window when the server does not know who asks any more. */
export const SIGNED_OUT = 'idiotaxa:signed-out'

/** What proves to the server that a change is this page's own: no other page can read the cookie. */
export function proofOfPage(): Record<string, string> {
  const proof = /(?:^|; )XSRF-TOKEN=([^;]*)/.exec(document.cookie)?.[1]
  return proof ? { 'X-XSRF-TOKEN': decodeURIComponent(proof) } : {}
}

async function checked(path: string, init: RequestInit = {}, longestMs = LONGEST_MS): Promise<Response> {
  let response: Response
  const limit = AbortSignal.timeout(longestMs)
  try {
    const headers = init.method ? { ...proofOfPage(), ...(init.headers as Record<string, string>) } : init.headers
    response = await fetch(path, { ...init, headers, signal: init.signal ? AbortSignal.any([init.signal, limit]) : limit })
  } catch (e) {
    if (init.signal?.aborted) throw e
    if (limit.aborted) throw new ApiProblem(0, `The server did not answer within ${longestMs / 1000} s. Try again; its log says more.`)
    throw new ApiProblem(0, 'The server does not answer. Is Idiotaxa still running? ./idiotaxa start')
  }
  if (!response.ok) {
    if (response.status === 401 && path !== SIGN_IN) globalThis.dispatchEvent(new Event(SIGNED_OUT))
    throw new ApiProblem(response.status, problemSentence(response.status, await response.text()))
  }
  return response
}

export async function getJson<T>(path: string): Promise<T> {
  return (await (await checked(path)).json()) as T
}

export async function getBytes(path: string): Promise<ArrayBuffer> {
  return (await checked(path, {}, LONGEST_LOAD_MS)).arrayBuffer()
}

/** How many bytes an answer has when it is unpacked, as the server says it. */
const WHOLE = 'Idiotaxa-Bytes'

const TOLD_EVERY_MS = 100

/**
 * Something large, with its progress.
 *
 * @param onShare told 0 … 1, where the length is known
 */
export async function getLarge(path: string, signal: AbortSignal, onShare: (share: number) => void): Promise<ArrayBuffer> {
  const answer = await checked(path, { signal }, LONGEST_LOAD_MS)
  const length = Number(answer.headers.get(WHOLE))
  if (!length || !answer.body) return answer.arrayBuffer()
  const whole = new Uint8Array(length)
  const reader = answer.body.getReader()
  let at = 0
  let told = performance.now()
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    whole.set(next.value, at)
    at += next.value.length
    // It comes in hundreds of pieces, and each that is told of is drawn.
    if (performance.now() - told > TOLD_EVERY_MS) {
      onShare(at / length)
      told = performance.now()
    }
  }
  if (at !== length) throw new ApiProblem(0, 'The server ended its answer before it was whole. Try again.')
  return whole.buffer
}

export async function getBlob(path: string, signal?: AbortSignal): Promise<Blob> {
  return (await checked(path, { signal }, LONGEST_LOAD_MS)).blob()
}

export async function send<T>(
  method: 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  path: string,
  body?: unknown,
  headers: Record<string, string> = {}
): Promise<T> {
  const response = await checked(path, {
    method,
    headers: { 'Content-Type': 'application/json', ...headers },
    body: body === undefined ? undefined : JSON.stringify(body)
  })
  const text = await response.text()
  return (text ? JSON.parse(text) : undefined) as T
}

/** A picture that is made of what is sent, with the share that the server says it has of its sheet. */
export async function postForPicture(
  path: string,
  body: unknown,
  signal: AbortSignal
): Promise<{ blob: Blob; share: number }> {
  const response = await checked(path, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json' },
    body: JSON.stringify(body),
    signal
  })
  return { blob: await response.blob(), share: Number(response.headers.get('Idiotaxa-Share') ?? 0) }
}
