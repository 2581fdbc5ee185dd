import { facesOf, indexFaces } from '@/model/model'
import { eachInRuns, facesOfMask, runsOfMask } from '@/model/runs'
import type { FaceIndex, Model } from '@/model/model'
import type { Runs } from '@/model/runs'

/** A label of every face, −1 for none, and the faces of each label. */
export interface Labels {
  ofFace: ArrayLike<number>
  readonly index: FaceIndex
}

/** Labels that the server works out. */
export type LabelKind = 'islands' | 'patches' | 'regions' | 'materials' | 'colors' | 'alike' | 'hidden'

/** What of a model is picked with one click. */
export type Grain = 'part' | 'piece' | 'island' | 'patch' | 'region' | 'material' | 'color' | 'face'

/** Labels that a grain needs beyond what a model brings along. */
export const LABELS_OF_GRAIN: Partial<Record<Grain, LabelKind>> = {
  island: 'islands',
  patch: 'patches',
  region: 'regions',
  material: 'materials',
  color: 'colors'
}

/** The index is made when it is asked for first: on millions of faces it takes a while, and some labels are only read. */
export function labelsOf(ofFace: ArrayLike<number>): Labels {
  let index: FaceIndex | null = null
  return {
    ofFace,
    get index() {
      return (index ??= indexFaces(ofFace))
    }
  }
}

/** The faces that a click on one face means; a face without label stands for itself. */
export function facesAround(model: Model, face: number, grain: Grain, labels: Labels | null = null): Uint32Array {
  if (grain === 'part') return facesOf(model.facesOfPart, model.facePart[face]!)
  if (grain === 'piece') return facesOf(model.facesOfPiece, model.facePiece[face]!)
  const label = labels?.ofFace[face] ?? -1
  return label >= 0 ? facesOf(labels!.index, label) : Uint32Array.of(face)
}

/** The faces that clicks on several faces mean; each label is looked up once, however many of its faces are among them. */
export function runsAroundAll(model: Model, faces: ArrayLike<number>, grain: Grain, labels: Labels | null = null): Runs {
  const mask = new Uint8Array(model.facePart.length)
  for (let i = 0; i < faces.length; i++) {
    if (mask[faces[i]!]) continue
    const meant = facesAround(model, faces[i]!, grain, labels)
    for (let k = 0; k < meant.length; k++) mask[meant[k]!] = 1
  }
  return runsOfMask(mask)
}

/** Every face that has the label of one of the picked ones. */
export function facesOfSameLabel(labels: Labels, picked: Runs): Uint32Array {
  const wanted = new Set<number>()
  eachInRuns(picked, (f) => {
    if (labels.ofFace[f]! >= 0) wanted.add(labels.ofFace[f]!)
  })
  const mask = new Uint8Array(labels.ofFace.length)
  for (const label of wanted) for (const face of facesOf(labels.index, label)) mask[face] = 1
  return facesOfMask(mask)
}
