import { SIGN_IN, getBytes, getJson, getLarge, postForMany, send } from '@/api/http'
import type {
  Account,
  ApiToken,
  AssetPage,
  ManyLines,
  Me,
  PersonRole,
  Queue,
  QueueNow,
  Show,
  Space,
  TrailEntry,
  Trashed,
  CleanedImage,
  MaskGaps,
  MaskPlan,
  MaskState,
  PickResult,
  Speck,
  TouchUp,
  TouchingGroups,
  UnreachedGroup,
  Alignment,
  AlignmentCheck,
  Asset,
  BakeSettings,
  Changes,
  Finding,
  GroupChange,
  HandoffPlan,
  JournalState,
  ManyDone,
  OriginChoice,
  Judgement,
  Look,
  PackedFile,
  Pairs,
  Palette,
  DrawnStrokes,
  Following,
  PickRequest,
  KnownView,
  ProposalOffer,
  ProposedGroup,
  ReachSurvey,
  Reason,
  Receipt,
  ReadAs,
  Recipe,
  RecipePreview,
  Review,
  RuleList,
  RulePreview,
  SheetOverlaps,
  SheetPlan,
  SheetProblems,
  Template,
  TemplateLine,
  WantedGroup,
  WrittenRule
} from '@/api/types'

interface Created {
  id: number
}

/** Where things that can be put into the trash stand in addresses. */
const TRASHED_AT = { asset: 'assets', model: 'revisions', bake: 'bakes', package: 'handoffs' } as const

/** Some screens of cards. */
const CARDS_A_PAGE = '48'

const inShow = (show: number | null): string => (show === null ? '' : `?show=${show}`)

/** Says which state a change is based on: the server refuses it when somebody else changed that meanwhile. */
const basedOn = (version: number): Record<string, string> => ({ 'If-Match': `"${version}"` })

/** One method a request. */
/** How an ID image is made crisp. */
export interface CleanChoice {
  /** Null for the usual one. */
  tolerance: number | null
  isClosed: boolean
  /** A colour, none, or empty to find out. */
  background: string
}

function cleanQuery({ tolerance, isClosed, background }: CleanChoice): string {
  const query = new URLSearchParams({ closed: String(isClosed), background })
  if (tolerance !== null) query.set('tolerance', String(tolerance))
  return query.toString()
}

export const api = {
  me: () => getJson<Me>('/api/me'),
  signIn: (name: string, password: string) => send<void>('POST', SIGN_IN, { name, password }),
  signOut: () => send<void>('POST', '/api/sign-out'),
  changePassword: (present: string, next: string) => send<void>('PUT', '/api/me/password', { present, next }),
  accounts: () => getJson<Account[]>('/api/accounts'),
  createAccount: (name: string, password: string, role: PersonRole) =>
    send<Created>('POST', '/api/accounts', { name, password, role }),
  changeAccount: (id: number, version: number, role: PersonRole, isClosed: boolean) =>
    send<void>('PATCH', `/api/accounts/${id}`, { role, isClosed }, basedOn(version)),
  setPassword: (id: number, password: string) => send<void>('PUT', `/api/accounts/${id}/password`, { password }),
  shows: () => getJson<Show[]>('/api/shows'),
  createShow: (name: string) => send<Created>('POST', '/api/shows', { name }),
  changeShow: (id: number, version: number, name: string, members: number[]) =>
    send<void>('PUT', `/api/shows/${id}`, { name, members }, basedOn(version)),
  tokens: () => getJson<ApiToken[]>('/api/tokens'),
  createToken: (name: string, role: PersonRole, days: number) =>
    send<{ id: number; secret: string }>('POST', '/api/tokens', { name, role, days }),
  endToken: (id: number) => send<void>('DELETE', `/api/tokens/${id}`),
  /** @param before number of an entry that only earlier ones are wanted of, null for the newest */
  trail: (before: number | null) => getJson<TrailEntry[]>(`/api/trail${before === null ? '' : `?before=${before}`}`),

  queueNow: () => getJson<QueueNow>('/api/queue/now'),
  queue: () => getJson<Queue>('/api/queue'),
  jobAgain: (kind: string, id: number) => send<void>('POST', `/api/queue/${kind}/${id}/again`),
  space: () => getJson<Space>('/api/space'),
  trash: () => getJson<Trashed[]>('/api/trash'),
  putIntoTrash: (kind: Trashed['kind'], id: number) => send<void>('POST', `/api/${TRASHED_AT[kind]}/${id}/trash`),
  takeBack: (kind: Trashed['kind'], id: number) => send<void>('POST', `/api/${TRASHED_AT[kind]}/${id}/take-back`),
  removeForGood: (kind: Trashed['kind'], id: number) => send<void>('DELETE', `/api/${TRASHED_AT[kind]}/${id}`),

  /** @param show null for all */
  assets: (search: string, order: string, page: number, show: number | null) =>
    getJson<AssetPage>(
      `/api/assets?${new URLSearchParams({ search, order, page: String(page), size: CARDS_A_PAGE, ...(show === null ? {} : { show: String(show) }) })}`
    ),
  renameAsset: (id: number, version: number, name: string) =>
    send<void>('PATCH', `/api/assets/${id}`, { name }, basedOn(version)),
  copyAsset: (id: number) => send<Created>('POST', `/api/assets/${id}/copies`, {}),
  asset: (id: number) => getJson<Asset>(`/api/assets/${id}`),
  /** @param show number of the show that it is for, null where there is only one */
  createAsset: (name: string, show: number | null) => send<Created>('POST', '/api/assets', { name, show }),

  faceGroups: async (assetId: number, revisionId: number) =>
    new Uint16Array(await getBytes(`/api/assets/${assetId}/revisions/${revisionId}/face-groups`)),
  /** @param stamp changes with the claims, so that the browser asks again */
  pictureUrl: (assetId: number, revisionId: number, stamp: number) =>
    `/api/assets/${assetId}/revisions/${revisionId}/picture.png?width=540&height=420&stamp=${stamp}`,
  claim: (assetId: number, revisionId: number, groupId: number, faceRanges: number[]) =>
    send<JournalState>('POST', `/api/assets/${assetId}/revisions/${revisionId}/claims`, { groupId, faceRanges }),
  /** @param isUnclaimedOnly whether faces that somebody else claimed meanwhile stay theirs */
  claimSeveral: (assetId: number, revisionId: number, claims: Following['groups'], isUnclaimedOnly: boolean) =>
    send<JournalState>('POST', `/api/assets/${assetId}/revisions/${revisionId}/claims/several`, { claims, isUnclaimedOnly }),
  /** @param from the entry that is the last one for who decides this, 0 for none */
  step: (assetId: number, steps: number, from: number) =>
    send<JournalState>('POST', `/api/assets/${assetId}/journal/steps`, { steps, from }),

  pick: async (assetId: number, revisionId: number, request: PickRequest, signal?: AbortSignal) =>
    (
      await send<{ faceRanges: number[] }>('POST', `/api/assets/${assetId}/revisions/${revisionId}/picks`, request, {}, {
        signal
      })
    ).faceRanges,
  /** What follows strokes; without any the surface is measured beforehand. */
  spread: (assetId: number, revisionId: number, strokes: DrawnStrokes, signal: AbortSignal) =>
    send<Following>('POST', `/api/assets/${assetId}/revisions/${revisionId}/spread`, strokes, {}, { signal }),
  /**
   * @param angle degrees, for flat patches
   * @param regions how many there are to be, for regions
   */
  labels: async (assetId: number, revisionId: number, kind: string, angle: number, regions: number) =>
    new Int32Array(await getBytes(`/api/assets/${assetId}/revisions/${revisionId}/labels/${kind}?angle=${angle}&regions=${regions}`)),
  /** @param key of the geometry, so that a kept picture is never of another */
  piecePictureUrl: (assetId: number, revisionId: number, key: string, piece: number) =>
    `/api/assets/${assetId}/revisions/${revisionId}/pieces/${piece}.png?size=104&key=${key}`,

  recipes: () => getJson<Recipe[]>('/api/recipes'),
  readRecipeFile: (file: unknown, show: number | null) =>
    send<Created & { version: number; isNew: boolean }>('POST', `/api/recipes${inShow(show)}`, file),
  recipeFileUrl: (id: number) => `/api/recipes/${id}/file`,
  recipeChanges: (id: number, from: number) => getJson<string[]>(`/api/recipes/${id}/changes?from=${from}`),
  deleteRecipe: (id: number) => send<void>('DELETE', `/api/recipes/${id}`),
  saveRecipe: (assetId: number, name: string) =>
    send<Created & { version: number; isNew: boolean; remarks: string[] }>('POST', `/api/assets/${assetId}/recipe`, {
      name
    }),
  previewRecipe: (assetId: number, recipeId: number) =>
    send<RecipePreview[]>('POST', `/api/assets/${assetId}/recipe/preview`, { recipeId }),
  applyRecipe: (assetId: number, recipeId: number) =>
    send<{ version: number; remarks: string[] }>('POST', `/api/assets/${assetId}/recipe/apply`, { recipeId }),

  many: (page: number) => getJson<ManyLines>(`/api/many?page=${page}`),
  applyToMany: (assetIds: number[], recipeId: number) =>
    postForMany<ManyDone[]>('/api/many/recipe', { assetIds, recipeId }),
  keepKnownInMany: (assetIds: number[]) => postForMany<ManyDone[]>('/api/many/known', { assetIds }),
  bakeMany: (assetIds: number[]) => postForMany<ManyDone[]>('/api/many/bakes', { assetIds }),
  keepManyUpToDate: (assetIds: number[]) => postForMany<ManyDone[]>('/api/many/kept', { assetIds }),
  handOffMany: (assetIds: number[]) => postForMany<ManyDone[]>('/api/many/hand-offs', { assetIds }),

  changes: (revisionId: number) => getJson<Changes>(`/api/revisions/${revisionId}/changes`),
  unreachedGroups: (revisionId: number) =>
    getJson<UnreachedGroup[]>(`/api/revisions/${revisionId}/unreached-groups`),
  makeCurrent: (revisionId: number) => send<void>('POST', `/api/revisions/${revisionId}/make-current`),
  review: (assetId: number, revisionId: number) =>
    getJson<Review>(`/api/assets/${assetId}/revisions/${revisionId}/review`),
  reviewFaces: async (assetId: number, revisionId: number, itemId: number) =>
    (await getJson<{ faceRanges: number[] }>(`/api/assets/${assetId}/revisions/${revisionId}/review/${itemId}/faces`))
      .faceRanges,
  /** @param groupId where the faces belong, for `there` */
  answerReview: (
    assetId: number,
    revisionId: number,
    items: number[],
    answer: 'right' | 'there' | 'open',
    groupId: number | null
  ) =>
    send<Review>('POST', `/api/assets/${assetId}/revisions/${revisionId}/review/answers`, { items, answer, groupId }),

  rules: (assetId: number, revisionId: number) =>
    getJson<RuleList>(`/api/assets/${assetId}/revisions/${revisionId}/rules`),
  keepRules: (assetId: number, revisionId: number, version: number, rules: WrittenRule[]) =>
    send<JournalState>('PUT', `/api/assets/${assetId}/revisions/${revisionId}/rules`, { version, rules }),
  previewRule: (assetId: number, revisionId: number, rule: WrittenRule) =>
    send<RulePreview>('POST', `/api/assets/${assetId}/revisions/${revisionId}/rules/preview`, rule),
  reasons: (assetId: number, revisionId: number, groupId: number) =>
    getJson<Reason[]>(`/api/assets/${assetId}/revisions/${revisionId}/reasons?group=${groupId}`),

  /** What the studio has sorted before of a model's pieces. */
  known: (assetId: number, revisionId: number) => getJson<KnownView>(`/api/assets/${assetId}/revisions/${revisionId}/known`),
  keepKnown: (assetId: number, revisionId: number, choices: { face: number; key: string }[]) =>
    send<JournalState>('POST', `/api/assets/${assetId}/revisions/${revisionId}/known`, { choices }),
  refuseKnown: (assetId: number, revisionId: number, faces: number[], key: string) =>
    send<void>('POST', `/api/assets/${assetId}/revisions/${revisionId}/known/refusals`, { faces, key }),
  /** Says that an asset is well sorted, so that others learn from it. */
  learn: (assetId: number) => send<void>('POST', `/api/assets/${assetId}/known`),

  /** Where something was found that groups can be made of, the best first. */
  proposals: (assetId: number) => getJson<ProposalOffer[]>(`/api/assets/${assetId}/proposals`),
  /** @param tolerance 8-bit RGB distance within which vertex colours are one */
  proposal: (assetId: number, revisionId: number, from: string, tolerance: number) =>
    getJson<ProposedGroup[]>(
      `/api/assets/${assetId}/revisions/${revisionId}/proposal?from=${from}&tolerance=${tolerance}`
    ),
  /** @param without numbers of proposed groups that are not wanted */
  keepProposal: (assetId: number, revisionId: number, from: string, tolerance: number, without: number[]) =>
    send<JournalState>('POST', `/api/assets/${assetId}/revisions/${revisionId}/proposal?from=${from}`, {
      tolerance,
      without
    }),

  stopReading: (revisionId: number) => send<void>('POST', `/api/revisions/${revisionId}/stop`),
  /** @param version of the geometry whose parts are meant */
  editParts: (revisionId: number, version: number, kind: 'rename' | 'split' | 'merge', parts: number[], word: string) =>
    send<void>('POST', `/api/revisions/${revisionId}/part-edits`, { kind, parts, word }, basedOn(version)),
  takeBackPartEdit: (revisionId: number, version: number) =>
    send<void>('DELETE', `/api/revisions/${revisionId}/part-edits/last`, undefined, basedOn(version)),
  readModelAs: (revisionId: number, version: number, as: ReadAs) =>
    send<void>('PUT', `/api/revisions/${revisionId}/reading`, as, basedOn(version)),
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
  /** @param version of the alignment that this is based on */
  align: (revisionId: number, version: number, alignment: Alignment) =>
    send<void>('PUT', `/api/revisions/${revisionId}/alignment`, alignment, basedOn(version)),
  /** @param version of the asset that this is based on */
  setSheetPlan: (assetId: number, version: number, plan: SheetPlan) =>
    send<void>('PUT', `/api/assets/${assetId}/sheet-plan`, plan, basedOn(version)),

  pictureFile: (pictureId: number) => `/api/pictures/${pictureId}`,
  movePicture: (pictureId: number, version: number, { x, y, width }: { x: number; y: number; width: number }) =>
    send<void>('PATCH', `/api/pictures/${pictureId}`, { x, y, width }, basedOn(version)),
  unpinPicture: (pictureId: number) => send<void>('DELETE', `/api/pictures/${pictureId}`),

  createGroup: (assetId: number, name: string, color: string | null) =>
    send<Created>('POST', `/api/assets/${assetId}/groups`, { name, color }),
  changeGroup: (assetId: number, id: number, version: number, change: GroupChange) =>
    send<void>('PATCH', `/api/assets/${assetId}/groups/${id}`, change, basedOn(version)),
  /** @param into 0 for the unclaimed drawer */
  mergeGroup: (assetId: number, id: number, into: number) =>
    send<JournalState>('POST', `/api/assets/${assetId}/groups/${id}/merge`, { other: into }),
  swapNumbers: (assetId: number, id: number, other: number) =>
    send<void>('POST', `/api/assets/${assetId}/groups/${id}/swap-number`, { other }),
  swapColors: (assetId: number, id: number, other: number) =>
    send<void>('POST', `/api/assets/${assetId}/groups/${id}/swap-color`, { other }),
  splitGroup: (assetId: number, revisionId: number, id: number) =>
    send<JournalState>('POST', `/api/assets/${assetId}/revisions/${revisionId}/split`, { groupId: id }),

  palettes: () => getJson<Palette[]>('/api/palettes'),
  palette: (id: number) => getJson<Palette>(`/api/palettes/${id}`),
  /** @param fromAsset an asset whose groups it begins with and that uses it, null for an empty one */
  createPalette: (name: string, fromAsset: number | null, show: number | null) =>
    send<Created>('POST', '/api/palettes', { name, fromAsset, show }),
  readPaletteFile: (file: unknown, show: number | null) =>
    send<Created>('POST', `/api/palettes/file${inShow(show)}`, file),
  paletteFileUrl: (id: number, ending: 'json' | 'csv') => `/api/palettes/${id}/file.${ending}`,
  changePalette: (id: number, version: number, name: string, groups: WantedGroup[]) =>
    send<void>('PUT', `/api/palettes/${id}`, { version, name, groups }),
  deletePalette: (id: number) => send<void>('DELETE', `/api/palettes/${id}`),
  judgeColors: (groups: WantedGroup[]) => send<Judgement>('POST', '/api/palettes/check', { groups }),
  /** #RRGGBB by number */
  proposeColors: (groups: WantedGroup[]) => send<Record<string, string>>('POST', '/api/palettes/colors', { groups }),
  /** @param version of the asset that this is based on */
  choosePalette: (assetId: number, version: number, paletteId: number | null) =>
    send<void>('PUT', `/api/assets/${assetId}/palette`, { paletteId }, basedOn(version)),

  /** @param sourceIds null for all sources */
  origins: (assetId: number, isFromSource: boolean, sourceIds: number[] | null) =>
    getJson<OriginChoice[]>(
      `/api/assets/${assetId}/origins?isFromSource=${isFromSource}${(sourceIds ?? []).map((id) => `&source=${id}`).join('')}`
    ),
  bake: (assetId: number, settings: BakeSettings) => send<Created>('POST', `/api/assets/${assetId}/bakes`, settings),
  preflight: (assetId: number, settings: BakeSettings) =>
    send<Finding[]>('POST', `/api/assets/${assetId}/preflight/findings`, settings),
  pairs: (assetId: number, settings: BakeSettings) =>
    send<Pairs>('POST', `/api/assets/${assetId}/preflight/pairs`, settings),
  reach: (assetId: number, settings: BakeSettings) =>
    send<ReachSurvey>('POST', `/api/assets/${assetId}/preflight/reach`, settings),
  /** Direction of a bake's rays at every vertex, three numbers each. */
  directions: async (revisionId: number) => new Float32Array(await getBytes(`/api/revisions/${revisionId}/directions`)),
  ownColorsUrl: (bakeId: number, sheet: string) =>
    `/api/bakes/${bakeId}/sheets/${encodeURIComponent(sheet)}/own-colors.png`,
  problems: (bakeId: number) => getJson<SheetProblems[]>(`/api/bakes/${bakeId}/problems`),
  cancelBake: (id: number) => send<void>('POST', `/api/bakes/${id}/cancel`),
  mapUrl: (bakeId: number, sheet: string, kind: 'id' | 'index' | 'mask', group = 0, isPadded = true) =>
    `/api/bakes/${bakeId}/sheets/${encodeURIComponent(sheet)}/${kind}.png?group=${group}&padded=${isPadded}`,

  templates: () => getJson<Template[]>('/api/templates'),
  createTemplate: (name: string, write: TemplateLine[]) => send<Created>('POST', '/api/templates', { name, write }),
  changeTemplate: (id: number, version: number, name: string, write: TemplateLine[]) =>
    send<void>('PUT', `/api/templates/${id}`, { name, write }, basedOn(version)),
  deleteTemplate: (id: number, version: number) =>
    send<void>('DELETE', `/api/templates/${id}`, undefined, basedOn(version)),
  /** @param version of the asset that this is based on */
  chooseTemplate: (assetId: number, version: number, key: string) =>
    send<void>('PUT', `/api/assets/${assetId}/template`, { key }, basedOn(version)),
  plan: (bakeId: number, name: string, write: TemplateLine[]) =>
    send<HandoffPlan>('POST', `/api/bakes/${bakeId}/handoff-plan`, { name, write }),
  handOff: (bakeId: number, name: string, write: TemplateLine[]) =>
    send<Created>('POST', `/api/bakes/${bakeId}/handoffs`, { name, write }),
  packedFiles: (handoffId: number) =>
    getJson<{ since: number | null; files: PackedFile[] }>(`/api/handoffs/${handoffId}/files`),
  makeAgain: (handoffId: number) => send<void>('POST', `/api/handoffs/${handoffId}/again`),
  /** Where packages are put for other tools, null when no folder is set. */
  handoffFolder: async () => (await getJson<{ folder: string | null }>('/api/handoff-folder')).folder,
  deliver: (handoffId: number) => send<{ folder: string }>('POST', `/api/handoffs/${handoffId}/deliver`),
  keepPackage: (assetId: number) => send<void>('PUT', `/api/assets/${assetId}/handoffs/kept`),
  leavePackage: (assetId: number) => send<void>('DELETE', `/api/assets/${assetId}/handoffs/kept`),
  packageBytes: (handoffId: number, signal: AbortSignal, onShare: (share: number) => void) =>
    getLarge(`/api/handoffs/${handoffId}/package`, signal, onShare),
  /** Faces of the target that lie on a sheet. */
  sheetFaces: async (bakeId: number, sheet: string) =>
    new Int32Array(await getBytes(`/api/bakes/${bakeId}/sheets/${encodeURIComponent(sheet)}/faces`)),
  readyLooks: () => getJson<{ name: string; look: Look }[]>('/api/looks'),
  keepLook: (assetId: number, groupId: number, version: number, look: Look) =>
    send<void>('PUT', `/api/assets/${assetId}/groups/${groupId}/look`, look, basedOn(version)),
  stopPacking: (handoffId: number) => send<void>('POST', `/api/handoffs/${handoffId}/cancel`),
  packageUrl: (handoffId: number) => `/api/handoffs/${handoffId}/package`,
  sendToReceiver: (handoffId: number) => send<Receipt>('POST', `/api/handoffs/${handoffId}/send`),

  masks: (assetId: number) => getJson<MaskState>(`/api/assets/${assetId}/masks`),
  keepMasks: (assetId: number, state: number, words: string, plan: MaskPlan) =>
    send<MaskState>('PUT', `/api/assets/${assetId}/masks`, { words, plan }, basedOn(state)),
  stepMasks: (assetId: number, steps: number) => send<MaskState>('POST', `/api/assets/${assetId}/masks/steps`, { steps }),
  removeGreyImage: (assetId: number, id: number) => send<void>('DELETE', `/api/assets/${assetId}/grey-images/${id}`),
  /** @param kind of the picture that is made of a plan */
  planPictureUrl: (bakeId: number, sheet: string, kind: 'made-mask' | 'pack' | 'edits') =>
    `/api/bakes/${bakeId}/sheets/${encodeURIComponent(sheet)}/${kind}.png`,
  borders: (bakeId: number) => getJson<TouchingGroups[]>(`/api/bakes/${bakeId}/borders`),
  specks: (bakeId: number, most: number) =>
    getJson<{ count: number; list: Speck[] }>(`/api/bakes/${bakeId}/specks?most=${most}`),
  touchUp: (bakeId: number, sheet: string, kind: TouchUp['do'], path: number[], widthPx: number, group: number) =>
    send<TouchUp>('POST', `/api/bakes/${bakeId}/sheets/${encodeURIComponent(sheet)}/touch-up`, {
      kind,
      path,
      widthPx,
      group
    }),
  pickTest: (bakeId: number, sheet: string, variant: 'crisp' | 'filtered' | 'halved', colors: Record<number, string>) =>
    send<PickResult[]>('POST', `/api/bakes/${bakeId}/sheets/${encodeURIComponent(sheet)}/pick-test?variant=${variant}`, {
      colors
    }),
  maskGaps: (bakeId: number) => getJson<MaskGaps>(`/api/bakes/${bakeId}/mask-gaps`),
  cleanImage: (id: number, how: CleanChoice) => getJson<CleanedImage>(`/api/id-images/${id}?${cleanQuery(how)}`),
  cleanImageUrl: (id: number, how: CleanChoice) => `/api/id-images/${id}/clean.png?${cleanQuery(how)}`,
  keepImage: (id: number, sheet: string, { tolerance, isClosed, background }: CleanChoice) =>
    send<Created>('POST', `/api/id-images/${id}/keep`, { sheet, tolerance, isClosed, background })
}
