import { describe, expect, it } from 'vitest'
import { divideModels, nameOf } from '@/model/model-files'

function file(name: string, bytes: number): File {
  return new File([new Uint8Array(bytes)], name)
}

describe('models that are dropped together', () => {
  it('are target and source by the words in their names, whatever their size', () => {
    const models = divideModels([file('hull_high.glb', 10), file('hull_low.glb', 90)])
    expect(models.map((m) => [m.role, m.files[0]!.name])).toEqual([
      ['target', 'hull_low.glb'],
      ['source', 'hull_high.glb']
    ])
  })

  it('are target and source by size where names say nothing', () => {
    const models = divideModels([file('dense.ply', 90), file('light.obj', 10), file('light.mtl', 2)])
    expect(models[0]!.files.map((f) => f.name)).toEqual(['light.obj', 'light.mtl'])
    expect(models[1]!.role).toBe('source')
  })

  it('give the asset its name', () => {
    expect(nameOf([file('channel_marker_buoy_low.glb', 1)])).toBe('channel marker buoy')
    expect(nameOf([file('lo.obj', 1)])).toBe('lo')
    expect(nameOf([file('_.glb', 1)])).toBe('unnamed')
  })

  it('are none among pictures', () => {
    expect(divideModels([file('map.png', 4)])).toEqual([])
  })
})
