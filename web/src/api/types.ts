import type { components } from '@/api/openapi'

/**
 * What the server's JSON holds, made from its own description (openapi.json beside this file). Only what the
 * description leaves to the file formats, templates and mask plans, is written here.
 */
type S = components['schemas']

export type Me = S['SignInMe']
export type PersonRole = NonNullable<Me['role']>
export type Account = S['PeopleAccountView']
export type Show = S['PeopleShowView']
export type ApiToken = S['PeopleTokenView']
export type TrailEntry = S['AuditEntry']
export type AssetPage = S['AssetPagesAssetPage']
export type AssetSummary = S['AssetPagesSummary']
export type Trashed = S['TrashedView']
export type Space = S['Space']
export type Queue = S['Queue']
export type QueueNow = S['QueueNow']
export type QueueLine = S['QueueLine']
export type ProcessView = S['QueueProcessView']
export type ManyLines = S['ManyLines']

export type Role = S['RevisionView']['role']
export type JobState = S['BakeSheetView']['state']
export type Severity = S['Finding']['severity']

export type Finding = S['Finding']
export type Cure = S['Cure']
export type Bounds = S['Bounds']
export type Inspection = S['ModelInspection']
export type Revision = S['RevisionView']
export type Alignment = S['Alignment']
export type AlignmentCheck = S['AlignmentCheckResult']
export type UvLayout = S['RevisionLayoutView']
export type SheetPlan = S['SheetPlan']
export type SheetOverlaps = S['ModelSheetOverlaps']
export type Picture = S['RevisionPictureView']

export type Look = S['GroupLookView']
export type Group = S['GroupView']
export type GroupChange = S['SortGroupChange']
export type WantedGroup = Required<S['PaletteWantedGroup']>
export type PaletteGroup = S['PaletteGroupView']
export type Palette = S['PaletteView']
export type Judgement = S['PaletteJudgement']

export type RuleKind = S['RuleView']['kind']
export type WrittenRule = S['ClaimWrittenRule']
export type Rule = S['RuleView']
export type RuleList = S['RuleList']
export type RulePreview = S['RulePreview']
export type Reason = S['RuleReason']
export type PickRequest = S['PickRequest']
export type DrawnStrokes = S['StrokeDrawn']
export type Following = S['StrokeFollowing']
export type ReadAs = S['ReadAsView']
export type HistoryEntry = S['AssetHistoryEntry']
export type JournalState = S['JournalState']
export type KnownView = S['KnownView']
export type KnownRow = S['KnownRow']
export type KnownOption = S['KnownOption']
export type ProposalOffer = S['ProposalOffer']
export type ProposedGroup = S['ProposalProposedGroup']

export type BakeSettings = S['BakeSettings']
export type IdOrigin = BakeSettings['origin']
export type OriginChoice = S['OriginChoicesChoice']
export type Reach = S['Reach']
export type PartReach = S['BakeSettingsPartReach']
export type PartLink = S['PairingRulesLink']
export type PairRow = S['PairingRow']
export type Pairs = S['PreflightPairs']
export type PartDistances = S['ReachSurveyPartReach']
export type ReachSurvey = S['ReachSurvey']
export type ProblemRegion = S['ProblemRegion']
export type ProblemKind = ProblemRegion['kind']
export type SheetProblems = S['BakeSheetProblems']
export type SheetReport = S['SheetReport']
export type SheetResult = S['SheetResult']
export type BakeSheet = S['BakeSheetView']
export type Bake = S['BakeView']

export type MaskReceipt = S['ReceiptMask']
export type ChannelReceipt = S['ReceiptChannel']
export type Receipt = S['Receipt']
export type Handoff = S['HandoffView']
export type PackedFile = S['PackedChange']
export type PlannedFile = S['PlannedFile']
export type TemplateProblem = S['TemplateProblem']
export type HandoffPlan = S['HandoffPlan']

export type Asset = S['Asset']
export type StationFindings = S['StationFindings']
export type PartChange = S['PartChange']
export type Changes = S['ChangeView']
export type UnreachedGroup = S['ChangeUnreachedGroup']
export type ReviewItem = S['ReviewItemView']
export type ReviewReason = ReviewItem['reason']
export type Review = S['ReviewView']
export type MadeWith = S['RecipeMade']
export type Recipe = S['RecipeView']
export type RecipePreview = S['RecipeModelPreview']
export type ManyLine = S['ManyLine']
export type ManyDone = S['ManyDone']

export type GreyImage = S['MaskImageImageView']
export type TouchingGroups = S['MapFindingsBorderView']
export type Speck = S['MapFindingsSpeckView']
export type PickResult = S['MapFindingsPickView']
export type MaskGaps = S['MapFindingsGaps']
export type CleanedImage = S['ForeignImageCleaned']

/** A line of a template, as recipes have it. */
export interface TemplateLine {
  what: 'idMap' | 'indexMap' | 'filteredIdMap' | 'mask' | 'pack' | 'layers' | 'coverage' | 'mesh' | 'palette'
  of?: 'groups' | 'masks' | 'all' | 'original' | string[]
  format?: string
  carries?: 'vertexColors' | 'materials' | 'numbers' | 'nothing'
  triangulated?: boolean
  name: string
  padded?: boolean | 'both'
  empty?: boolean
}

/** What a hand-off writes; id and version are null of a ready one. */
export type Template = Omit<S['TemplateView'], 'write'> & { write: TemplateLine[] }

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

/** Where an asset's masks stand; the state names it and is sent back with a change. */
export type MaskState = Omit<S['MaskState'], 'plan'> & { plan: MaskPlan }
