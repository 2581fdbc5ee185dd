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

/** Told on the window when somebody has signed in; its detail says whether it is who was signed in before. */
export const SIGNED_IN = 'idiotaxa:signed-in'

export function noticeSignedOut(status: number): void {
  if (status === 401) globalThis.dispatchEvent(new Event(SIGNED_OUT))
}

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
    throw new ApiProblem(0, AWAY)
  }
  if (!response.ok) {
    if (path !== SIGN_IN) noticeSignedOut(response.status)
    throw new ApiProblem(response.status, problemSentence(response.status, await whole(() => response.text())))
  }
  return response
}

/** Only whoever has it on the own machine can start it. */
const isOwnMachine = /^(localhost|127\.|\[::1\])/.test(globalThis.location?.hostname ?? '')
const AWAY = isOwnMachine
  ? 'The server does not answer. Is Idiotaxa still running? ./idiotaxa start'
  : 'The server does not answer. It is tried again; tell those who manage this studio if it stays so.'

const BROKEN_OFF = 'The server ended its answer before it was whole. Try again.'

/** Reads what an answer holds; one that breaks off in it is as one that never came. */
async function whole<T>(read: () => Promise<T>, signal?: AbortSignal | null): Promise<T> {
  try {
    return await read()
  } catch (e) {
    if (signal?.aborted || e instanceof ApiProblem) throw e
    throw new ApiProblem(0, BROKEN_OFF)
  }
}

/** @param text of an answer that says that all went well */
export function parsed<T>(status: number, text: string): T {
  try {
    return (text ? JSON.parse(text) : undefined) as T
  } catch {
    throw new ApiProblem(
      status,
      'Something else than Idiotaxa answered, a sign-in page of the network perhaps. Load the page anew.'
    )
  }
}

export async function getJson<T>(path: string): Promise<T> {
  const response = await checked(path)
  return parsed(response.status, await whole(() => response.text()))
}

export async function getBytes(path: string): Promise<ArrayBuffer> {
  const response = await checked(path, {}, LONGEST_LOAD_MS)
  return whole(() => response.arrayBuffer())
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
  return whole(() => largeBody(answer, onShare), signal)
}

async function largeBody(answer: Response, onShare: (share: number) => void): Promise<ArrayBuffer> {
  const sent = answer.headers.has('Content-Encoding') ? null : answer.headers.get('Content-Length')
  const length = Number(answer.headers.get(WHOLE) ?? sent)
  if (!length || !answer.body) return answer.arrayBuffer()
  const bytes = new Uint8Array(length)
  const reader = answer.body.getReader()
  let at = 0
  let told = performance.now()
  for (let next = await reader.read(); !next.done; next = await reader.read()) {
    bytes.set(next.value, at)
    at += next.value.length
    // It comes in hundreds of pieces, and each that is told of is drawn.
    if (performance.now() - told > TOLD_EVERY_MS) {
      onShare(at / length)
      told = performance.now()
    }
  }
  if (at !== length) throw new ApiProblem(0, BROKEN_OFF)
  return bytes.buffer
}

export async function getBlob(path: string, signal?: AbortSignal): Promise<Blob> {
  const response = await checked(path, { signal }, LONGEST_LOAD_MS)
  return whole(() => response.blob(), signal)
}

export async function send<T>(
  method: 'POST' | 'PUT' | 'PATCH' | 'DELETE',
  path: string,
  body?: unknown,
  headers: Record<string, string> = {},
  { signal, longestMs = LONGEST_MS }: { signal?: AbortSignal; longestMs?: number } = {}
): Promise<T> {
  const init = {
    method,
    signal,
    headers: { 'Content-Type': 'application/json', ...headers },
    body: body === undefined ? undefined : JSON.stringify(body)
  }
  const response = await checked(path, init, longestMs)
  return parsed(response.status, await whole(() => response.text(), signal))
}

/** Something that is done to many assets and takes minutes: given up, it would be offered to be done again. */
export function postForMany<T>(path: string, body: unknown): Promise<T> {
  return send('POST', path, body, {}, { longestMs: LONGEST_LOAD_MS })
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
  return { blob: await whole(() => response.blob(), signal), share: Number(response.headers.get('Idiotaxa-Share') ?? 0) }
}
