import { unzipSync } from 'fflate'
import { parseHex } from '@/model/color'

import type { Look } from '@/api/types'

export interface ManifestGroup {
  number: number
  name: string
  color: string
  look: Look
}

export interface ManifestPack {
  file: string
  name?: string
  r: string | null
  g: string | null
  b: string | null
  a: string | null
}

export interface ManifestSheet {
  name: string
  idMap?: string
  indexMap?: string
  masks: { name: string; groups: number[]; file: string }[]
  packs: ManifestPack[]
}

interface Manifest {
  groups: ManifestGroup[]
  sheets: ManifestSheet[]
}

/** Which group each texel of a sheet has: 0 for none, else its place in the manifest's list, from 1. */
export interface SlotMap {
  width: number
  height: number
  slots: Uint8Array
}

/** More than any tool tells apart at once; a texture of this side is enough to judge looks by. */
const LARGEST_SIDE = 2048
const MOST_SLOTS = 255
const HALF_COVERED = 128

/** A package as a tool finds it: a zip whose manifest names everything else. */
export class HandoffPackage {
  readonly manifest: Manifest

  /** @throws in a sentence when it is no package */
  constructor(private readonly zip: Uint8Array) {
    const text = this.file('manifest.json')
    this.manifest = JSON.parse(new TextDecoder().decode(text)) as Manifest
    if (this.manifest.groups.length > MOST_SLOTS) {
      throw new Error(`The package has more than ${MOST_SLOTS} groups, which cannot be tried on at once.`)
    }
  }

  private file(path: string): Uint8Array {
    const found = unzipSync(this.zip, { filter: (entry) => entry.name === path })[path]
    if (!found) throw new Error(`The package has no ${path}; make it again.`)
    return found
  }

  /** An image as its bytes are: neither premultiplied nor converted. */
  image(path: string): Promise<ImageBitmap> {
    const bytes = this.file(path)
    return createImageBitmap(new Blob([bytes as BlobPart], { type: 'image/png' }), {
      premultiplyAlpha: 'none',
      colorSpaceConversion: 'none'
    })
  }

  /** Rebuilds the groups of a sheet from what the package has: ID map, index map or masks. */
  async slots(sheet: ManifestSheet): Promise<SlotMap> {
    const { groups } = this.manifest
    if (sheet.idMap) {
      const slotOfColor = new Map(groups.map((g, i) => [colorKey(...parseHex(g.color)), i + 1]))
      return this.read(sheet.idMap, (r, g, b) => slotOfColor.get(colorKey(r, g, b)) ?? 0)
    }
    if (sheet.indexMap && groups.every((g) => g.number <= MOST_SLOTS)) {
      const slotOfNumber = new Map(groups.map((g, i) => [g.number, i + 1]))
      return this.read(sheet.indexMap, (r) => slotOfNumber.get(r) ?? 0)
    }
    return this.ofMasks(sheet)
  }

  private async ofMasks(sheet: ManifestSheet): Promise<SlotMap> {
    let all: SlotMap | null = null
    for (const mask of sheet.masks.filter((m) => m.groups.length === 1)) {
      const slot = this.manifest.groups.findIndex((g) => g.number === mask.groups[0]) + 1
      const own = await this.read(mask.file, (r) => (r >= HALF_COVERED ? slot : 0))
      if (all) own.slots.forEach((s, i) => s > 0 && (all!.slots[i] = s))
      else all = own
    }
    if (!all) {
      throw new Error('The package has neither ID map, index map nor masks to rebuild the groups from. Try on another one.')
    }
    return all
  }

  private async read(path: string, slot: (r: number, g: number, b: number) => number): Promise<SlotMap> {
    const image = await this.image(path)
    const shrink = Math.max(1, Math.max(image.width, image.height) / LARGEST_SIDE)
    const width = Math.round(image.width / shrink)
    const height = Math.round(image.height / shrink)
    const context = new OffscreenCanvas(width, height).getContext('2d', { willReadFrequently: true })!
    context.imageSmoothingEnabled = false
    context.drawImage(image, 0, 0, width, height)
    image.close()
    const { data } = context.getImageData(0, 0, width, height)
    const slots = new Uint8Array(width * height)
    for (let i = 0; i < slots.length; i++) slots[i] = slot(data[4 * i]!, data[4 * i + 1]!, data[4 * i + 2]!)
    return { width, height, slots }
  }
}

function colorKey(r: number, g: number, b: number): number {
  return (r << 16) | (g << 8) | b
}
