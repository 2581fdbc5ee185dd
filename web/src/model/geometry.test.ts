import { afterEach, beforeEach, expect, it, vi } from 'vitest'
import { geometry } from '@/model/geometry'
import type { GeometryAnswer, GeometryQuestion } from '@/model/geometry'
import { SIGNED_OUT } from '@/api/http'

class FakeWorker {
  static made: FakeWorker[] = []
  onmessage: (event: { data: GeometryAnswer }) => void = () => undefined
  onerror: () => void = () => undefined
  questions: GeometryQuestion[] = []
  terminate = vi.fn()
  constructor() {
    FakeWorker.made.push(this)
  }
  postMessage(question: GeometryQuestion): void {
    this.questions.push(question)
  }
  say(data: unknown): void {
    this.onmessage({ data: data as GeometryAnswer })
  }
}

beforeEach(() => {
  FakeWorker.made = []
  vi.stubGlobal('Worker', FakeWorker)
})
afterEach(() => vi.unstubAllGlobals())

const revision = (id: number) => ({ id, geometryVersion: 2, geometryKey: 'k' })
const still = (): AbortSignal => new AbortController().signal

it('asks a worker, tells how far it is and ends it with the model', async () => {
  const shares: number[] = []
  const reading = geometry.read(7, revision(3), still(), (share) => shares.push(share))
  const [worker] = FakeWorker.made
  expect(worker!.questions).toEqual([{ path: '/api/assets/7/revisions/3/geometry?key=k', revisionId: 3, version: 2 }])
  worker!.say({ share: 0.5 })
  worker!.say({ model: { revisionId: 3 }, bytes: 40 })
  expect(await reading).toEqual({ model: { revisionId: 3 }, bytes: 40 })
  expect(shares).toEqual([0.5])
  expect(worker!.terminate).toHaveBeenCalledOnce()
})

it('tells what was in the way, and that nobody is signed in any more', async () => {
  const signedOut = vi.fn()
  window.addEventListener(SIGNED_OUT, signedOut)
  const reading = geometry.read(7, revision(3), still(), () => undefined)
  FakeWorker.made[0]!.say({ status: 401, problem: 'Sign in first.' })
  await expect(reading).rejects.toMatchObject({ status: 401, message: 'Sign in first.' })
  expect(signedOut).toHaveBeenCalledOnce()
  const other = geometry.read(7, revision(3), still(), () => undefined)
  FakeWorker.made[1]!.onerror()
  await expect(other).rejects.toThrow('Load the page again')
})

it('takes over what was begun early, once, and can still stop it', async () => {
  geometry.readEarly(7, revision(3))
  const other = geometry.read(7, revision(4), still(), () => undefined)
  other.catch(() => undefined)
  expect(FakeWorker.made).toHaveLength(2)
  const shares: number[] = []
  const abort = new AbortController()
  const reading = geometry.read(7, revision(3), abort.signal, (share) => shares.push(share))
  expect(FakeWorker.made).toHaveLength(2)
  FakeWorker.made[0]!.say({ share: 0.25 })
  expect(shares).toEqual([0.25])
  abort.abort()
  await expect(reading).rejects.toThrow()
  expect(FakeWorker.made[0]!.terminate).toHaveBeenCalled()
  geometry.read(7, revision(3), still(), () => undefined).catch(() => undefined)
  expect(FakeWorker.made).toHaveLength(3)
})
