import { getBytes, getJson, send } from '@/api/http'
import type {
  Alignment,
  AlignmentCheck,
  Asset,
  BakeSettings,
  JournalState,
  PlannedFile,
  ProposedGroup,
  Receipt,
  SheetOverlaps,
  SheetPlan
} from '@/api/types'

interface Created {
  id: number
}

interface Contents {
  hasMasks: boolean
  hasUnpadded: boolean
}

/** One method a request. */
export const api = {
  assets: () => getJson<Asset[]>('/api/assets'),
  asset: (id: number) => getJson<Asset>(`/api/assets/${id}`),
  createAsset: (name: string) => send<Created>('POST', '/api/assets', { name }),

  geometry: (assetId: number, revisionId: number, version: number) =>
    getBytes(`/api/assets/${assetId}/revisions/${revisionId}/geometry?version=${version}`),
  faceGroups: async (assetId: number, revisionId: number) =>
    new Uint16Array(await getBytes(`/api/assets/${assetId}/revisions/${revisionId}/face-groups`)),
  /** @param stamp changes with the claims, so that the browser asks again */
  pictureUrl: (assetId: number, revisionId: number, stamp: number) =>
    `/api/assets/${assetId}/revisions/${revisionId}/picture.png?width=540&height=420&stamp=${stamp}`,
  claim: (assetId: number, revisionId: number, groupId: number, faceRanges: number[]) =>
    send<JournalState>('POST', `/api/assets/${assetId}/revisions/${revisionId}/claims`, { groupId, faceRanges }),
  step: (assetId: number, steps: number) =>
    send<JournalState>('POST', `/api/assets/${assetId}/journal/steps`, { steps }),

  proposal: (assetId: number, revisionId: number, from: string) =>
    getJson<ProposedGroup[]>(`/api/assets/${assetId}/revisions/${revisionId}/proposal?from=${from}`),
  keepProposal: (assetId: number, revisionId: number, from: string) =>
    send<JournalState>('POST', `/api/assets/${assetId}/revisions/${revisionId}/proposal?from=${from}`),

  editParts: (revisionId: number, kind: 'rename' | 'split' | 'merge', parts: number[], word: string) =>
    send<void>('POST', `/api/revisions/${revisionId}/part-edits`, { kind, parts, word }),
  takeBackPartEdit: (revisionId: number) => send<void>('DELETE', `/api/revisions/${revisionId}/part-edits/last`),
  layOut: (revisionId: number, sizePx: number, marginPx: number) =>
    send<Created>('POST', `/api/revisions/${revisionId}/layouts`, { sizePx, marginPx }),
  cancelLayout: (revisionId: number, layoutId: number) =>
    send<void>('POST', `/api/revisions/${revisionId}/layouts/${layoutId}/cancel`),
  dropLayout: (revisionId: number) => send<void>('DELETE', `/api/revisions/${revisionId}/layout`),
  overlaps: (revisionId: number, size: number) =>
    getJson<SheetOverlaps[]>(`/api/revisions/${revisionId}/overlaps?size=${size}`),
  overlapImageUrl: (revisionId: number, sheet: string, size: number) =>
    `/api/revisions/${revisionId}/overlaps/${encodeURIComponent(sheet)}.png?size=${size}`,
  setAside: (revisionId: number) => send<void>('POST', `/api/revisions/${revisionId}/set-aside`),
  checkAlignment: (revisionId: number) => getJson<AlignmentCheck>(`/api/revisions/${revisionId}/alignment`),
  align: (revisionId: number, alignment: Alignment) =>
    send<void>('PUT', `/api/revisions/${revisionId}/alignment`, alignment),
  setSheetPlan: (assetId: number, plan: SheetPlan) => send<void>('PUT', `/api/assets/${assetId}/sheet-plan`, plan),

  pictureFile: (pictureId: number) => `/api/pictures/${pictureId}`,
  movePicture: (pictureId: number, place: { x: number; y: number; width: number }) =>
    send<void>('PATCH', `/api/pictures/${pictureId}`, place),
  unpinPicture: (pictureId: number) => send<void>('DELETE', `/api/pictures/${pictureId}`),

  createGroup: (assetId: number, name: string, color: string | null) =>
    send<Created>('POST', `/api/assets/${assetId}/groups`, { name, color }),
  changeGroup: (assetId: number, id: number, version: number, change: { name?: string; color?: string }) =>
    send<void>('PATCH', `/api/assets/${assetId}/groups/${id}`, change, { 'If-Match': `"${version}"` }),

  bake: (assetId: number, settings: BakeSettings) => send<Created>('POST', `/api/assets/${assetId}/bakes`, settings),
  cancelBake: (id: number) => send<void>('POST', `/api/bakes/${id}/cancel`),
  mapUrl: (bakeId: number, sheet: string, kind: 'id' | 'index' | 'mask', group = 0, isPadded = true) =>
    `/api/bakes/${bakeId}/sheets/${encodeURIComponent(sheet)}/${kind}.png?group=${group}&padded=${isPadded}`,

  plan: (bakeId: number, contents: Contents) =>
    getJson<PlannedFile[]>(
      `/api/bakes/${bakeId}/handoff-plan?masks=${contents.hasMasks}&unpadded=${contents.hasUnpadded}`
    ),
  handOff: (bakeId: number, contents: Contents) => send<Created>('POST', `/api/bakes/${bakeId}/handoffs`, contents),
  packageUrl: (handoffId: number) => `/api/handoffs/${handoffId}/package`,
  sendToReceiver: (handoffId: number) => send<Receipt>('POST', `/api/handoffs/${handoffId}/send`)
}
