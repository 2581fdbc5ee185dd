import { Texture } from 'three'
import type { WebGLRenderer } from 'three'
import { describe, expect, it } from 'vitest'
import { SeenFaces, SeenFacesReader } from '@/stage/seen-faces'

/** A graphics card that draws nothing and hands over what it is told, when it is told to. */
class Card {
  readonly asked: { bytes: Uint8Array; done: () => void; fail: (e: Error) => void }[] = []
  now = 0
  target: unknown = null
  setRenderTarget = (target: unknown): void => {
    this.target = target
  }
  drawn = 0
  render = (): void => {
    this.drawn++
  }
  readRenderTargetPixels = (_: unknown, _x: number, _y: number, _w: number, _h: number, bytes: Uint8Array): void => {
    bytes[0] = this.now
  }
  readRenderTargetPixelsAsync = (_: unknown, _x: number, _y: number, _w: number, _h: number, bytes: Uint8Array): Promise<void> =>
    new Promise((resolve, fail) => this.asked.push({ bytes, done: () => resolve(), fail }))
}

const readerOf = (card: Card): SeenFacesReader => new SeenFacesReader(card as unknown as WebGLRenderer)

describe('faces that are seen', () => {
  it('are told from above, with the light beside them left out', () => {
    const seen = new SeenFaces(2, 2, new Uint32Array([0x80000001, 0xff000007, 0x12000000, 0xffffffff]))
    expect([seen.faceAt(0, 0), seen.faceAt(1, 0), seen.faceAt(0, 1), seen.faceAt(1, 1)]).toEqual([-1, -1, 0, 6])
    expect([seen.faceAt(-1, 0), seen.faceAt(2, 0), seen.faceAt(0, -1), seen.faceAt(0, 2)]).toEqual([-1, -1, -1, -1])
  })

  it('come once, for all who ask', async () => {
    const card = new Card()
    const reader = readerOf(card)
    reader.show(new Texture(), 1, 1)
    expect(card.drawn).toBe(0)
    const both = Promise.all([reader.fetch(), reader.fetch()])
    expect(card.asked).toHaveLength(1)
    expect(card.drawn).toBe(1)
    expect(reader.ready).toBeNull()
    card.asked[0]!.bytes[0] = 4
    card.asked[0]!.done()
    const [first, second] = await both
    expect(first!.faceAt(0, 0)).toBe(3)
    expect(second).toBe(first)
    expect(reader.ready).toBe(first)
  })

  it('of an older view are of no use', async () => {
    const card = new Card()
    const reader = readerOf(card)
    reader.show(new Texture(), 1, 1)
    const old = reader.fetch()
    reader.forget()
    card.asked[0]!.done()
    expect(await old).toBeNull()
    expect(reader.ready).toBeNull()
  })

  it('are waited for by who cannot do without, and then stay', async () => {
    const card = new Card()
    const reader = readerOf(card)
    reader.show(new Texture(), 1, 1)
    const coming = reader.fetch()
    card.now = 9
    const waited = reader.wait()
    expect(waited.faceAt(0, 0)).toBe(8)
    card.asked[0]!.done()
    expect(await coming).toBe(waited)
    expect(reader.wait()).toBe(waited)
  })

  it('are taken before something is drawn over them, once', () => {
    const card = new Card()
    const reader = readerOf(card)
    reader.show(new Texture(), 1, 1)
    reader.take()
    reader.wait()
    expect(card.drawn).toBe(1)
    // What is cleared next is the page, not the picture.
    expect(card.target).toBeNull()
  })

  it('are none where the graphics card was lost meanwhile', async () => {
    const card = new Card()
    const reader = readerOf(card)
    reader.show(new Texture(), 1, 1)
    const coming = reader.fetch()
    card.asked[0]!.fail(new Error('lost'))
    expect(await coming).toBeNull()
  })
})
