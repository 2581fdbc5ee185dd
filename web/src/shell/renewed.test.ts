import { afterEach, beforeEach, expect, test, vi } from 'vitest'
import { isRenewed, lookForRenewal, noticeRenewal } from '@/shell/renewed'

const page = (script: string): string => `<html><head><script type="module" src="${script}"></script></head></html>`

beforeEach(() => {
  isRenewed.value = false
  document.head.innerHTML = '<script type="text/plain" src="/assets/index-a1.js"></script>'
})
afterEach(() => vi.unstubAllGlobals())

function answerWith(response: () => Promise<Response>): void {
  vi.stubGlobal('fetch', vi.fn(response))
}

test('a server with the same scripts is the same version', async () => {
  answerWith(async () => new Response(page('/assets/index-a1.js')))
  await lookForRenewal()
  expect(isRenewed.value).toBe(false)
})

test('other scripts are another version', async () => {
  answerWith(async () => new Response(page('/assets/index-b2.js')))
  await lookForRenewal()
  expect(isRenewed.value).toBe(true)
})

test('a server that is away or in trouble says nothing about versions', async () => {
  answerWith(async () => new Response('busy', { status: 503 }))
  await lookForRenewal()
  answerWith(async () => Promise.reject(new TypeError('away')))
  await lookForRenewal()
  expect(isRenewed.value).toBe(false)
})

test('a part of the page that is gone tells it too', () => {
  noticeRenewal()
  window.dispatchEvent(new Event('vite:preloadError'))
  expect(isRenewed.value).toBe(true)
})
