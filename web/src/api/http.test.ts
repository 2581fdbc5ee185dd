import { afterEach, describe, expect, it, vi } from 'vitest'
import { ApiProblem, getBlob, getBytes, getJson, send, SIGNED_OUT } from '@/api/http'
import { uploadPicture } from '@/api/upload'

/** An answer whose body ends before it is whole. */
function brokenOff(): Response {
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      controller.enqueue(new TextEncoder().encode('{"id": '))
      controller.error(new TypeError('network error'))
    }
  })
  return new Response(body, { status: 200 })
}

function answerWith(answer: () => Response): void {
  vi.stubGlobal('fetch', vi.fn(async () => answer()))
}

async function problemOf(request: Promise<unknown>): Promise<ApiProblem> {
  const problem = await request.catch((e: unknown) => e)
  expect(problem).toBeInstanceOf(ApiProblem)
  return problem as ApiProblem
}

afterEach(() => vi.unstubAllGlobals())

describe('an answer', () => {
  it.each([
    ['of words', () => getJson('/api/assets')],
    ['to a change', () => send('POST', '/api/assets', {})],
    ['of bytes', () => getBytes('/api/b')],
    ['of a picture', () => getBlob('/api/p')]
  ])('%s that breaks off is as one that never came', async (_name, request) => {
    answerWith(brokenOff)
    const problem = await problemOf(request())
    expect(problem.isAway).toBe(true)
    expect(problem.message).toContain('before it was whole')
  })

  it('that is no word of ours is said, and not sent again', async () => {
    answerWith(() => new Response('<html>Welcome to the hotel</html>', { status: 200 }))
    for (const request of [getJson('/api/assets'), send('POST', '/api/assets', {})]) {
      const problem = await problemOf(request)
      expect(problem.isAway).toBe(false)
      expect(problem.message).toContain('Something else than Idiotaxa answered')
    }
  })

  it('that is empty is none', async () => {
    answerWith(() => new Response(null, { status: 204 }))
    expect(await send('DELETE', '/api/assets/1')).toBeUndefined()
  })
})

/** Answers an upload as soon as it is sent. */
class FakeUpload {
  static status = 200
  static text = ''
  upload = {}
  status = 0
  responseText = ''
  onload = (): void => {}
  open(): void {}
  setRequestHeader(): void {}
  send(): void {
    this.status = FakeUpload.status
    this.responseText = FakeUpload.text
    queueMicrotask(() => this.onload())
  }
}

describe('an upload', () => {
  it('that is answered by something else than us ends all the same', async () => {
    vi.stubGlobal('XMLHttpRequest', FakeUpload)
    FakeUpload.status = 200
    FakeUpload.text = '<html>'
    expect((await problemOf(uploadPicture(1, new File([], 'a.png')))).message).toContain('Something else than Idiotaxa')
  })

  it('of somebody who is signed out by now tells the page', async () => {
    vi.stubGlobal('XMLHttpRequest', FakeUpload)
    FakeUpload.status = 401
    FakeUpload.text = '{"detail": "Sign in."}'
    const signedOut = vi.fn()
    globalThis.addEventListener(SIGNED_OUT, signedOut)
    expect((await problemOf(uploadPicture(1, new File([], 'a.png')))).message).toBe('Sign in.')
    expect(signedOut).toHaveBeenCalledTimes(1)
    globalThis.removeEventListener(SIGNED_OUT, signedOut)
  })
})
