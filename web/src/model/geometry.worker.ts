import { ApiProblem, getLarge } from '@/api/http'
import { buffersOf, parseModel } from '@/model/model'
import type { GeometryAnswer, GeometryQuestion } from '@/model/geometry'

/** Fetches a model and reads it, while the page is built that will show it. */
self.onmessage = async ({ data }: MessageEvent<GeometryQuestion>) => {
  const answer = (said: GeometryAnswer, transfer: Transferable[] = []): void => self.postMessage(said, { transfer })
  try {
    const never = new AbortController().signal
    const buffer = await getLarge(data.path, never, (share) => answer({ share }))
    const model = parseModel(data.revisionId, data.version, buffer)
    answer({ model, bytes: buffer.byteLength }, buffersOf(model))
  } catch (e) {
    answer({ status: e instanceof ApiProblem ? e.status : 0, problem: (e as Error).message })
  }
}
