import { afterEach, expect, it, vi } from 'vitest'
import { askEarly, takeEarly } from '@/model/early-asset'
import { geometry } from '@/model/geometry'

afterEach(() => vi.unstubAllGlobals())

function serve(status: number, body: string) {
  const fetched = vi.fn(async (_path: string) => new Response(body, { status }))
  vi.stubGlobal('fetch', fetched)
  return fetched
}

it('asks for the asset of an address, and gives it once', async () => {
  const fetched = serve(200, '{"id": 12}')
  expect(askEarly('/assets/12/sort')).toBe(true)
  expect(fetched.mock.calls[0]![0]).toBe('/api/assets/12')
  expect((await takeEarly(12))!.id).toBe(12)
  expect(takeEarly(12)).toBeNull()
})

it('begins to read the model as soon as the asset says which it is', async () => {
  const begun = vi.spyOn(geometry, 'readEarly').mockImplementation(() => undefined)
  const target = { id: 5, role: 'target', isCurrent: true, state: 'ready' }
  const others = [{ ...target, id: 4, isCurrent: false }, { ...target, id: 6, role: 'source' }]
  serve(200, JSON.stringify({ id: 12, revisions: [...others, target] }))
  askEarly('/assets/12/sort')
  await vi.waitFor(() => expect(begun).toHaveBeenCalledWith(12, target))
  expect(begun).toHaveBeenCalledOnce()
})

it('asks for nothing elsewhere, and gives no other one', () => {
  const fetched = serve(200, '{"id": 12}')
  for (const path of ['/', '/people', '/assets/x/sort', '/palettes/12']) expect(askEarly(path)).toBe(false)
  expect(fetched).not.toHaveBeenCalled()
  askEarly('/assets/12')
  expect(takeEarly(13)).toBeNull()
})

it('tells whoever takes it why there is none', async () => {
  serve(404, '{"detail": "There is no asset with number 12."}')
  askEarly('/assets/12/sort')
  await new Promise((resolve) => setTimeout(resolve))
  await expect(takeEarly(12)).rejects.toThrow('no asset with number 12')
})
