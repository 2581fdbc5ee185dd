import { pathOf } from '@/api/dropped-files'
import type { Role } from '@/api/types'

export interface ModelFiles {
  role: Role
  /** The model's own file first, then what may belong to it. */
  files: File[]
}

const MODEL = /\.(glb|gltf|obj|ply|stl|usda|zip)$/i
const HIGH = /(^|[_\-. ])(high|hi|hp)([_\-. ]|\d|$)/i
const LOW = /(^|[_\-. ])(low|lo|lp)([_\-. ]|\d|$)/i

function stem(file: File): string {
  return file.name.replace(/\.[^.]*$/, '')
}

/** Smaller for what is likelier the target: by the usual words in names, else the smaller file. */
function rank(file: File): number {
  if (LOW.test(stem(file))) return -1
  return HIGH.test(stem(file)) ? Number.MAX_SAFE_INTEGER : file.size
}

/** Which of some files are models, the target first; the others go along with the models of their folder. */
export function divideModels(files: File[]): ModelFiles[] {
  const folder = (file: File): string => pathOf(file).replace(/[^/]*$/, '')
  const models = files.filter((f) => MODEL.test(f.name)).sort((a, b) => rank(a) - rank(b))
  const others = files.filter((f) => !MODEL.test(f.name))
  return models.map((model, i) => ({
    role: i === 0 ? 'target' : 'source',
    files: [model, ...others.filter((o) => folder(o).startsWith(folder(model)))]
  }))
}

/** A name for an asset, from its target's file: `channel_marker_buoy_low.glb` gives `channel marker buoy`, `lo.obj` just `lo`. */
export function nameOf(files: File[]): string {
  const words = stem(files[0]!).split(/[_\-. ]+/).filter((w) => w !== '')
  const own = words.filter((w) => !/^(low|lo|lp|geo)$/i.test(w))
  return (own.length > 0 ? own : words).join(' ').slice(0, 120) || 'unnamed'
}
