import { ApiProblem, noticeSignedOut, parsed, problemSentence, proofOfPage } from '@/api/http'
import { pathOf } from '@/api/dropped-files'
import type { ManyDone, Role } from '@/api/types'

/** How an upload tells where it is, and how it is stopped. */
export interface UploadWatch {
  /** Share of the bytes that are sent, 0 … 1. */
  onProgress?: (share: number) => void
  signal?: AbortSignal
}

/**
 * Sends the files of one model.
 *
 * @param replaces a source whose place they take, null for none
 */
export function uploadModel(
  assetId: number,
  role: Role,
  files: File[],
  replaces: number | null,
  watch: UploadWatch
): Promise<number> {
  const place = replaces === null ? '' : `&replaces=${replaces}`
  return post(`/api/assets/${assetId}/models?role=${role}${place}`, files, watch)
}

/** Pins a reference picture, PNG or JPEG. */
export function uploadPicture(assetId: number, file: File): Promise<number> {
  return post(`/api/assets/${assetId}/pictures`, [file], {})
}

/** Takes a grey image in for masks and packs, under its file's name. */
export function uploadGreyImage(assetId: number, file: File): Promise<number> {
  return post(`/api/assets/${assetId}/grey-images`, [file], {})
}

/** Takes an ID image from elsewhere in, to be looked at and kept. */
export function uploadIdImage(assetId: number, file: File): Promise<number> {
  return post(`/api/assets/${assetId}/id-images`, [file], {})
}

/**
 * Sends a folder of models, each target of which becomes an asset.
 *
 * @param paletteId that all of them use, null for none
 * @param show number of the show that they are for, null where there is only one
 */
export function uploadMany(
  files: File[],
  paletteId: number | null,
  show: number | null,
  watch: UploadWatch
): Promise<{ assets: ManyDone[]; sourcesWithoutTarget: string[] }> {
  const query = new URLSearchParams()
  if (paletteId !== null) query.set('palette', String(paletteId))
  if (show !== null) query.set('show', String(show))
  return postFiles(`/api/many/models?${query}`, files, watch)
}

/** Answers with the number of what was made. */
async function post(path: string, files: File[], watch: UploadWatch): Promise<number> {
  return (await postFiles<{ id: number }>(path, files, watch)).id
}

function postFiles<T>(path: string, files: File[], { onProgress, signal }: UploadWatch): Promise<T> {
  const form = new FormData()
  // Two files of one name may lie in different folders of a model.
  files.forEach((file) => form.append('file', file, pathOf(file)))
  // fetch cannot tell how much of an upload is sent.
  const request = new XMLHttpRequest()
  return new Promise((resolve, reject) => {
    request.open('POST', path)
    Object.entries(proofOfPage()).forEach(([name, value]) => request.setRequestHeader(name, value))
    request.upload.onprogress = (e) => onProgress?.(e.total ? e.loaded / e.total : 0)
    request.onload = () => {
      noticeSignedOut(request.status)
      try {
        if (request.status >= 300) throw new ApiProblem(request.status, problemSentence(request.status, request.responseText))
        resolve(parsed<T>(request.status, request.responseText))
      } catch (e) {
        reject(e as Error)
      }
    }
    request.onerror = () =>
      reject(new ApiProblem(0, 'The upload broke off: the server refused it or went away. Nothing was changed.'))
    request.onabort = () => reject(new ApiProblem(0, 'The upload was stopped. Nothing was changed.'))
    signal?.addEventListener('abort', () => request.abort())
    request.send(form)
  })
}
