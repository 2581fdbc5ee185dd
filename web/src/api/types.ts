/** What the server's JSON holds; see /api/openapi.json. */

export type Role = 'target' | 'source'
export type JobState = 'waiting' | 'running' | 'done' | 'failed' | 'cancelled'

export type Severity = 'harmless' | 'warning' | 'refused'

/** Something to know about a model, about what a bake would read, or about what came of it. */
export interface Finding {
  kind: string
  severity: Severity
  text: string
  /** Part, sheet, group or file; empty where it has none. */
  place: string
  cure: string
  /** What can be done at once. */
  cures: Cure[]
  count: number
  /** Some of the faces it is about. */
  faces: number[]
}

export interface Bounds {
  minX: number
  minY: number
  minZ: number
  maxX: number
  maxY: number
  maxZ: number
}

export interface Inspection {
  vertices: number
  faces: number
  faceKinds: { triangles: number; quads: number; larger: number }
  triangles: number
  pieces: number
  islands: number
  /** Metres. */
  bounds: Bounds
  /** Empty where the format does not say. */
  upAxis: string
  hasUvs: boolean
  hasVertexColors: boolean
  hasNormals: boolean
  /** Area in square metres; the path is what a part hangs under, joined by /. */
  parts: { name: string; path: string; pieces: number; faces: number; triangles: number; area: number }[]
  sheets: { name: string; triangles: number }[]
  materials: { name: string; baseColor: string; texture: string; triangles: number }[]
  textures: string[]
  vertexColors: { color: string; area: number }[]
  findings: Finding[]
}

export interface Revision {
  id: number
  role: Role
  label: string
  fileName: string
  state: 'reading' | 'ready' | 'refused'
  /** What is done while it is read. */
  doing: string
  /** Of the reading, 0 … 1. */
  share: number
  problem: string | null
  /** Share of the surface that is claimed, 0 … 1. */
  claimedShare: number
  isCurrent: boolean
  /** The revision whose place it took, 0 for none. */
  fromId: number
  /** Number of edits of the parts. */
  partEdits: number
  alignment: Alignment | null
  /** Names one state of the geometry. */
  geometryVersion: number
  /** Names what the geometry is made of. */
  geometryKey: string
  /** Whether the UVs are an automatic layout's. */
  hasLayout: boolean
  /** Whether its hidden faces were looked for. */
  isHiddenKnown: boolean
  layout: UvLayout | null
  inspection: Inspection | null
}

/** p becomes stretch ∘ (scale · rotation · p) + offset; rotation row by row, offset in metres. */
export interface Alignment {
  rotation: number[]
  scale: number
  offset: number[]
  /** Factors along the target's axes, applied last before the offset; null for none. */
  stretch: number[] | null
}

export interface AlignmentCheck {
  sizeRatio: number
  centerOffset: number[]
  /** Metres. */
  meanDistance: number
  isClose: boolean
  /** Whether the source does not lie on the target at all. */
  isElsewhere: boolean
  /** How sizes differ axis by axis, in words. */
  differences: string[]
  proposal: Alignment
  proposedDistance: number
  /** The proposal in words, empty when there is none. */
  words: string
}

export interface UvLayout {
  id: number
  state: JobState
  doing: string
  share: number
  problem: string | null
  charts: number
  coverage: number
}

export interface SheetPlan {
  by: 'fitting' | 'one' | 'udim' | 'material' | 'hand'
  hand: { name: string; parts: string[] }[]
}

export interface SheetOverlaps {
  sheet: string
  /** Lower left corner of its tile in UV space. */
  tileU: number
  tileV: number
  overlaps: { size: number; overlapping: number; conflicts: number; faces: number[] }
}

/** Upper left corner and width as shares of the view. */
export interface Picture {
  id: number
  name: string
  x: number
  y: number
  width: number
}

/** How a group looks as a material. */
export interface Look {
  /** #RRGGBB */
  baseColor: string
  /** 0 … 1 */
  roughness: number
  /** 0 … 1 */
  metalness: number
}

export interface Group {
  id: number
  number: number
  name: string
  /** #RRGGBB */
  color: string
  keywords: string[]
  look: Look
  safeTolerance: number
  /** Whether its drawer keeps what lies in it. */
  isLocked: boolean
  /** Whether it follows the asset's palette. */
  isOfPalette: boolean
  version: number
}

/** A group of a palette as it is wanted; id 0 for a new one. */
export interface WantedGroup {
  id: number
  number: number
  name: string
  /** #RRGGBB */
  color: string
  keywords: string[]
  isColorLocked: boolean
}

export interface PaletteGroup extends WantedGroup {
  spokenColor: string
}

export interface Palette {
  id: number
  name: string
  version: number
  groups: PaletteGroup[]
  /** Those that use it. */
  assets: { id: number; name: string }[]
}

/** What is wrong with colours; numbers of groups, 0 for the background; distances in 8-bit RGB. */
export interface Judgement {
  separation: number
  blendClearance: number
  pairs: { one: number; other: number; distance: number }[]
  triples: { picked: number; one: number; other: number; distance: number }[]
  moves: { number: number; color: string }[]
  separationAfter: number
  blendClearanceAfter: number
}

/** Absent values stay. */
export interface GroupChange {
  name?: string
  color?: string
  keywords?: string[]
  isLocked?: boolean
}

export type RuleKind = 'PART' | 'MATERIAL' | 'COLOR' | 'ALIKE'

export interface WrittenRule {
  kind: RuleKind
  word: string
  /** Of the piece that others are alike to, else −1. */
  face: number
  groupId: number
  /** 0 for a new rule. */
  since: number
}

export interface Rule extends WrittenRule {
  words: string
  /** Faces that it fits. */
  reached: number
  /** Faces that are in their drawer because of it. */
  holds: number
}

export interface RuleList {
  version: number
  rules: Rule[]
}

export interface RulePreview {
  words: string
  reached: number
  byHand: number
  area: number
  faceRanges: number[]
}

/** Why faces are in a drawer. */
export interface Reason {
  words: string
  faces: number
  area: number
}

export interface PickRequest {
  verb: 'grow' | 'shrink' | 'ring' | 'corner' | 'facing'
  faceRanges: number[]
  triangle?: number
  corner?: number
  direction?: [number, number, number]
  /** Degrees. */
  angle?: number
}

export interface HistoryEntry {
  id: number
  ordinal: number
  kind: string
  words: string
  createdAt: string
}

export interface BakeSettings {
  origin: string
  isFromSource: boolean
  /** Null for all sources that the asset has. */
  sourceIds: number[] | null
  size: number
  samples: number
  /** All samples in every texel. */
  isExact: boolean
  /** Pixels, −1 for the whole sheet. */
  padding: number
  /** Metres, null to measure. */
  reachOutward: number | null
  reachInward: number | null
  /** Target parts with a reach of their own. */
  partReaches: PartReach[]
  pairing: 'fitting' | 'names' | 'all'
  /** The house's own suffixes and prefixes of part names. */
  affixes: string[]
  links: PartLink[]
}

/** Metres. */
export interface Reach {
  outward: number
  inward: number
}

export interface PartReach extends Reach {
  part: string
}

export interface PartLink {
  targetPart: string
  sourcePart: string
}

/** Something on a model that groups can be made of. */
export interface ProposalOffer {
  revisionId: number
  role: Role
  fileName: string
  from: 'vertex-colors' | 'materials' | 'parts'
  groups: number
  newGroups: number
}

export interface Cure {
  words: string
  action:
    | 'origin'
    | 'read-target'
    | 'read-sources'
    | 'pairing'
    | 'link'
    | 'reach'
    | 'propose'
    | 'align'
    | 'sort'
    | 'bring-in'
  value: string
}

export interface PairRow {
  targetPart: string
  by: 'ALL' | 'NAME' | 'NAME_WITHOUT_NUMBER' | 'LINK' | 'NONE'
  sourceParts: string[]
  proposal: string | null
}

export interface Pairs {
  word: 'names' | 'all'
  rows: PairRow[]
  unpairedSource: { part: string; proposal: string | null }[]
  /** Names of all parts that can be linked. */
  sourceParts: string[]
}

/** Distances at one target part: points by distance in classes of one width; metres, negative inward. */
export interface PartDistances {
  part: string
  points: number
  unmatched: number
  proposed: Reach
  from: number
  to: number
  counts: number[]
}

export interface ReachSurvey {
  proposed: Reach
  parts: PartDistances[]
  /** Where the source lies farthest out and in. */
  farthest: { part: string; x: number; y: number; z: number; distance: number }[]
}

export type ProblemKind = 'MISSED' | 'CONFLICT' | 'FARTHER' | 'FALLBACK'

/** Where a sheet has problems. */
export interface SheetProblems {
  sheet: string
  problems: ProblemRegion[]
}

/** Texels that hang together and share a problem. */
export interface ProblemRegion {
  kind: ProblemKind
  part: string
  x: number
  y: number
  width: number
  height: number
  texels: number
  middleX: number
  middleY: number
  /** Of the middle on the target, metres. */
  position: [number, number, number]
  normal: [number, number, number]
}

export interface SheetReport {
  sheet: string
  width: number
  height: number
  covered: number
  missed: number
  /** Texels that a ray longer than the measured reach decided. */
  farther: number
  fallback: number
  overlapping: number
  conflicts: number
  groupTexels: number[]
  parts: { part: string; covered: number; missed: number; farther: number; fallback: number; conflicts: number }[]
  /** Numbers of groups that won no texel by majority. */
  thinGroups: number[]
  rays: number
  millis: number
}

export interface SheetResult {
  report: SheetReport
  /** Null when no rays were sent. */
  reach: Reach | null
  pairing: string
  /** Names or colours that matched no group. */
  strays: string[]
  /** Parts for which it was baked again; null where there was nothing to compare with. */
  changedParts: string[] | null
}

export interface BakeSheet {
  id: number
  name: string
  state: JobState
  doing: string
  share: number
  /** Null while that cannot be told. */
  secondsLeft: number | null
  problem: string | null
  /** Whether the maps are those of an earlier bake. */
  isReused: boolean
  result: SheetResult | null
}

export interface Bake {
  id: number
  targetId: number
  /** Empty when IDs were read from the target itself. */
  sourceIds: number[]
  settings: BakeSettings
  /** Numbers by the identity of groups as they were then. */
  groupNumbers: Record<string, number> | null
  /** Whether a group has another number now. */
  areNumbersOld: boolean
  createdAt: string
  sheets: BakeSheet[]
  /** What of the baked sheets needs a look. */
  findings: Finding[]
}

export interface MaskReceipt {
  name: string
  color: string
  tolerance: number
  picked: number
  expected: number
  wronglyTaken: number
  wronglyLeft: number
}

/** A channel of a pack or a layer; −1 differing texels where the package has no such mask. */
export interface ChannelReceipt {
  channel: string
  of: string
  differing: number
}

export interface Receipt {
  isAccepted: boolean
  asset: string
  problems: string[]
  files: number
  sheets: {
    name: string
    width: number
    height: number
    masks: MaskReceipt[]
    packs: { file: string; channels: ChannelReceipt[] }[]
    layers: { file: string; layers: ChannelReceipt[] }[]
  }[]
  meshes: { file: string; carries: string; faces: number; differing: number; beside: number }[]
  /** What a stranger would get wrong, in words. */
  remarks: string[]
}

export interface Handoff {
  id: number
  bakeId: number
  fileName: string
  state: JobState
  doing: string
  share: number
  problem: string | null
  bytes: number | null
  sha256: string | null
  receipt: Receipt | null
  /** Why the last sending brought no receipt. */
  receiverProblem: string | null
  /** Null of packages from before templates. */
  template: string | null
  /** Since the package before, in words. */
  changes: string | null
  /** Its name in the hand-off folder. */
  deliveredTo: string | null
  createdAt: string
}

/** A file of a package and what became of it since the package before. */
export interface PackedFile {
  path: string
  bytes: number
  sha256: string
  change: 'same' | 'changed' | 'new' | 'gone' | null
}

/** A line of a template, as recipes have it. */
export interface TemplateLine {
  what: 'idMap' | 'indexMap' | 'filteredIdMap' | 'mask' | 'pack' | 'layers' | 'coverage' | 'mesh' | 'palette'
  of?: 'groups' | 'masks' | 'all' | string[]
  format?: string
  carries?: 'vertexColors' | 'materials' | 'nothing'
  triangulated?: boolean
  name: string
  padded?: boolean | 'both'
  empty?: boolean
}

/** What a hand-off writes; id and version are null of a ready one. */
export interface Template {
  key: string
  id: number | null
  version: number | null
  name: string
  write: TemplateLine[]
}

/** @property line from 0, −1 when it is about all */
export interface TemplateProblem {
  line: number
  text: string
}

export interface HandoffPlan {
  files: PlannedFile[]
  problems: TemplateProblem[]
  notes: TemplateProblem[]
}

export interface Asset {
  /** Names the present state of the masks. */
  maskState: number
  id: number
  name: string
  journalPosition: number
  sheetPlan: SheetPlan | null
  palette: { id: number; name: string } | null
  pictures: Picture[]
  revisions: Revision[]
  groups: Group[]
  history: HistoryEntry[]
  bakes: Bake[]
  handoffs: Handoff[]
  /** The recipe that was applied last, null for none. */
  recipe: MadeWith | null
  /** What the next bake would be made with, null until something was chosen. */
  bakeSettings: BakeSettings | null
  /** Key of the template that its hand-offs use, null for the first. */
  template: string | null
}

/** What became of a part when a revision took the place of another; lengths in metres, area in square metres. */
export interface PartChange {
  kind: 'kept' | 'renamed' | 'new' | 'lost'
  /** Index in the revision before, −1 for a new part. */
  oldPart: number
  /** Index in the revision, −1 for a lost part. */
  newPart: number
  oldName: string
  newName: string
  shape: 'same' | 'recut' | 'moved' | 'reshaped' | 'none'
  layout: 'same' | 'anew' | 'none'
  movedBy: number
  farthest: number
  oldFaces: number
  newFaces: number
  area: number
}

export interface Changes {
  revisionId: number
  fromId: number
  fromLabel: string
  /** Whether another model took the place, rather than the same one changed. */
  isOtherModel: boolean
  counts: string
  parts: PartChange[]
  /** What could not be taken along. */
  remarks: string[]
}

/** A group that had surface on the revision before and has none now. */
export interface UnreachedGroup {
  groupId: number
  name: string
  areaBefore: number
  nearestParts: string[]
}

export type ReviewReason = 'new part' | 'lost part' | 'renamed part' | 'new surface' | 'uncertain'

/** Something to look at after a carry-over. */
export interface ReviewItem {
  id: number
  reason: ReviewReason
  newPart: string
  oldPart: string
  /** That its faces are in now, 0 for unclaimed. */
  groupId: number
  faces: number
  area: number
  /** Of the revision's surface, 0 … 1. */
  share: number
  /** Items of one number are alike. */
  kin: number
  isWaiting: boolean
  /** "right", or where it was put; empty while it waits. */
  answer: string
  /** Groups that its name resembles, nearest first. */
  proposals: number[]
}

export interface Review {
  fromId: number
  /** Whether the one before is another model. */
  isOtherModel: boolean
  waitingShare: number
  waiting: number
  items: ReviewItem[]
}

/** The recipe that an asset was made with. */
export interface MadeWith {
  recipeId: number
  name: string
  version: number
  newest: number
}

export interface Recipe {
  id: number
  name: string
  /** Number of the newest version. */
  version: number
  savedAt: string
  groups: number
  rules: number
  masks: number
  uses: { assetId: number; assetName: string; version: number }[]
}

/** What a recipe would make of a model; shares of its surface, 0 … 1. */
export interface RecipePreview {
  revisionId: number
  role: Role
  fileName: string
  groups: { number: number; name: string; color: number }[]
  reach: {
    rules: { when: 'part' | 'material' | 'color'; is: string; words: string; group: number; faces: number; share: number }[]
    claimedShare: number
    unreached: { group: number; name: string; nearestParts: string[] }[]
    left: { part: string; share: number; nearestGroups: number[] }[]
  }
}

/** An asset as a line of the table of all. */
export interface ManyLine {
  id: number
  name: string
  target: string
  sources: number
  isReading: boolean
  claimedShare: number
  findings: number
  recipe: MadeWith | null
  bake: 'none' | 'running' | 'done' | 'failed'
  bakeShare: number
  missed: number
  conflicts: number
  sheets: number
  /** Sheets of the last bake that were taken from an earlier one. */
  reused: number
  handoff: 'none' | 'running' | 'done' | 'failed' | 'old'
  packageName: string
  /** Why it needs a look, the weightiest first. */
  needs: string[]
}

/** What became of one of many assets. */
export interface ManyDone {
  assetId: number
  name: string
  problem: string | null
  remarks: string[]
}

export interface JournalState {
  position: number
  /** The entry that was done last, 0 for none. */
  entryId: number
  length: number
  claimedShare: number
}

export interface ProposedGroup {
  number: number
  name: string
  color: string
  isNew: boolean
  area: number
}

export interface PlannedFile {
  path: string
  what: string
  /** Of the template, from 0; −1 for none. */
  line: number
}

/** One of group (its id), mask and image. */
export interface MaskPart {
  group?: number
  mask?: string
  image?: string
  /** Absent for add. */
  how?: 'add' | 'subtract' | 'intersect'
}

export interface MaskStep {
  do: 'grow' | 'shrink' | 'feather' | 'tighten' | 'invert'
  px?: number
  /** On the surface. */
  mm?: number
  low?: number
  high?: number
}

export interface MaskSpec {
  name: string
  of: MaskPart[]
  steps: MaskStep[]
  bits: number
}

export type PackWell = Pick<MaskPart, 'group' | 'mask' | 'image'>

export interface PackSpec {
  name: string
  r: PackWell | null
  g: PackWell | null
  b: PackWell | null
  a: PackWell | null
}

export interface BorderRule {
  from: number
  into: number
  px: number
}

export interface TouchUp {
  sheet: string
  layout: string
  do: 'region' | 'island' | 'triangle' | 'stroke'
  group: number
  path: number[]
}

/** As in recipes, with groups by their ids. */
export interface MaskPlan {
  specks?: { texels: number }
  borders: BorderRule[]
  touchUps: TouchUp[]
  masks: MaskSpec[]
  packs: PackSpec[]
}

export interface GreyImage {
  id: number
  name: string
  width: number
  height: number
}

export interface MaskState {
  /** Names it; sent back with a change. */
  state: number
  position: number
  length: number
  words: string
  nextWords: string
  plan: MaskPlan
  images: GreyImage[]
}

export interface TouchingGroups {
  one: number
  other: number
  px: number
}

export interface Speck {
  sheet: string
  group: number
  proposed: number
  texels: number
  squareMillimetres: number
  u: number
  v: number
  x: number
  y: number
  width: number
  height: number
  position: number[]
  normal: number[]
}

export interface PickResult {
  group: number
  texels: number
  from: number
  to: number
  best: number
  isExact: boolean
  wronglyTaken: number
  wronglyLeft: number
  /** Id of a group, 0 for the background, null for nobody. */
  limitedBy: number | null
}

export interface MaskGaps {
  gaps: { of: string; text: string }[]
  lostTouchUps: number[]
}

export interface CleanedImage {
  id: number
  name: string
  width: number
  height: number
  groups: { number: number; name: string; color: string; texels: number; isKnown: boolean }[]
  filtered: number
  noisy: number
  strays: number
}
