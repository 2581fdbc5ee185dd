import { ElMessage } from 'element-plus'
import { ref } from 'vue'
import { orSay } from '@/stores/say'
import { isInRuns } from '@/model/runs'
import { useKeysStore } from '@/stores/keys'
import { useLabelsStore } from '@/stores/labels'
import { usePickingStore } from '@/stores/picking'
import { useSortingStore } from '@/stores/sorting'
import { useSpreadStore } from '@/stores/spread'
import { Commands } from '@/views/sort/commands'
import { useJournalSteps } from '@/stores/use-journal-steps'

import type { Ref } from 'vue'
import type { PickRequest } from '@/api/types'
import type { Grain, LabelKind } from '@/model/labels'
import type { Command } from '@/views/sort/commands'
import type { Drawers } from '@/views/sort/use-drawers'
import type { StageLook } from '@/views/sort/use-stage-look'

/** What commands need of the page. */
export interface Page {
  flyTo: (isIn: (face: number) => boolean) => void
  towardsCamera: () => [number, number, number]
  /** The corner point under the pointer. */
  pointedCorner: () => { triangle: number; corner: number } | null
  pointedFace: () => number | null
  findDrawer: () => void
  showKeys: () => void
  searchCommands: () => void
}

type Direction = [number, number, number]

const GRAINS: [Grain, string, string][] = [
  ['part', 'part', 'T'],
  ['piece', 'piece', 'Y'],
  ['island', 'UV island', 'U'],
  ['patch', 'flat patch', 'I'],
  ['region', 'region', 'Z'],
  ['face', 'face', 'O'],
  ['material', 'material', 'P'],
  ['color', 'vertex colour', 'K']
]

const SIDES: [string, string, Direction][] = [
  ['up', 'up', [0, 1, 0]],
  ['down', 'down', [0, -1, 0]],
  ['plus-x', 'to +X', [1, 0, 0]],
  ['minus-x', 'to −X', [-1, 0, 0]],
  ['plus-z', 'to +Z', [0, 0, 1]],
  ['minus-z', 'to −Z', [0, 0, -1]]
]

const CLICK = 'What a click picks'
const STROKES = 'Strokes over a welded surface'
const CHANGE = 'Change the pick'
const DRAWERS = 'Drawers'
const SEE = 'See'
const WORK = 'History and help'

/** The one table that keys, buttons, the key sheet and the search are made from. */
export function useSortCommands(page: Page, drawers: Drawers, look: StageLook): { commands: Commands; facingAngle: Ref<number> } {
  const journal = useJournalSteps()
  const picking = usePickingStore()
  const sorting = useSortingStore()
  const spread = useSpreadStore()
  const labels = useLabelsStore()
  const facingAngle = ref(40)

  function ask(request: Omit<PickRequest, 'faceRanges'>): Promise<boolean> {
    return orSay(() => picking.ask(request))
  }

  function needPick(action: () => unknown): void {
    if (picking.isPicked || picking.isComing) action()
    else ElMessage({ type: 'info', message: 'Nothing is picked. Click on the model first.', grouping: true })
  }

  function same(kind: LabelKind): void {
    ifModelHas(kind, () => needPick(() => void orSay(() => picking.takeSame(kind))))
  }

  /** A key is there also where the button is not, on a model that has nothing of the kind. */
  function ifModelHas(what: Grain | LabelKind, action: () => unknown): unknown {
    const isMissing =
      ((what === 'color' || what === 'colors') && !sorting.model?.colors) || (what === 'island' && !sorting.model?.uvs)
    if (!isMissing) return action()
    const message = what === 'island' ? 'This model has no UVs.' : 'This model has no vertex colours.'
    return ElMessage({ type: 'info', message, grouping: true })
  }

  function facing(direction: Direction): void {
    void ask({ verb: 'facing', direction, angle: facingAngle.value })
  }

  function corner(): void {
    const at = page.pointedCorner()
    if (at) void ask({ verb: 'corner', triangle: at.triangle, corner: at.corner })
    else ElMessage({ type: 'info', message: 'Point at a corner of the model, then press C.', grouping: true })
  }

  function showNext(): void {
    picking.pickNextUnclaimed((next) => {
      if (next) page.flyTo((f) => isInRuns(next.runs, f))
      else ElMessage({ type: 'success', message: 'Everything that can be seen is claimed.', grouping: true })
    })
  }

  /** A pick is taken back before a claim is. */
  async function undo(): Promise<void> {
    if (spread.isOn) {
      spread.takeBack()
      return
    }
    if (picking.back()) return
    const undone = await journal.step(-1)
    if (!undone) return
    picking.comeBack(undone.id)
    ElMessage({ type: 'info', message: `Undone: ${undone.words}`, grouping: true })
  }

  async function redo(): Promise<void> {
    if (spread.isOn) {
      spread.drawAgain()
      return
    }
    if (picking.forth()) return
    const redone = await journal.step(1)
    if (!redone) return
    picking.goAgain(redone.id)
    ElMessage({ type: 'info', message: `Done again: ${redone.words}`, grouping: true })
  }

  /** What regions are is seen at once, so that the grain goes with it. */
  function divide(steps: number): Promise<unknown> {
    const isFirst = picking.grain !== 'region'
    return orSay(async () => {
      if (!isFirst) await labels.divide(steps)
      await picking.setGrain('region')
    })
  }

  function letGo(): void {
    if (!spread.isOn) {
      picking.letGo()
      return
    }
    spread.leave()
    if (spread.strokes.length > 0) ElMessage({ type: 'info', message: 'The strokes are put aside; the same key takes them up again.', grouping: true })
  }

  const list: Command[] = [
    ...GRAINS.map(([grain, name, key]) => ({
      id: grain,
      section: CLICK,
      name,
      key,
      run: () => ifModelHas(grain, () => orSay(() => picking.setGrain(grain))),
      isOn: () => picking.grain === grain
    })),
    { id: 'coarser', section: CLICK, name: 'coarser regions', key: 'PageUp', run: () => divide(-1) },
    { id: 'finer', section: CLICK, name: 'finer regions', key: 'PageDown', run: () => divide(1) },
    { id: 'let-go', section: CHANGE, name: 'let go of the pick, or put strokes aside', key: 'Esc', run: letGo },
    {
      id: 'strokes',
      section: STROKES,
      name: 'draw strokes that the surface follows; in what is picked, or in all that has no group',
      key: 'A',
      run: () => (spread.isOn ? letGo() : spread.begin()),
      isOn: () => spread.isOn
    },
    { id: 'keep-strokes', section: STROKES, name: 'keep what follows the strokes', key: 'Shift A', run: () => spread.isOn && spread.keep() },
    { id: 'grow', section: CHANGE, name: 'grow by a ring of faces', key: 'G', run: () => needPick(() => ask({ verb: 'grow' })) },
    { id: 'shrink', section: CHANGE, name: 'shrink by a ring of faces', key: 'Shift G', run: () => needPick(() => ask({ verb: 'shrink' })) },
    { id: 'ring', section: CHANGE, name: 'ring through two picked neighbours', key: 'R', run: () => needPick(() => ask({ verb: 'ring' })) },
    { id: 'corner', section: CHANGE, name: 'faces around the corner point under the pointer', key: 'C', run: corner },
    { id: 'alike', section: CHANGE, name: 'all alike pieces', key: 'Shift Y', run: () => same('alike') },
    { id: 'same-material', section: CHANGE, name: 'all of the same material', key: 'M', run: () => same('materials') },
    { id: 'same-color', section: CHANGE, name: 'all of the same vertex colour', key: 'Shift M', run: () => same('colors') },
    { id: 'invert', section: CHANGE, name: 'invert', key: 'J', run: picking.invert },
    { id: 'hidden', section: CHANGE, name: 'everything hidden from outside', key: 'X', run: () => orSay(() => picking.pickHidden()) },
    ...SIDES.map(([id, words, direction]) => ({
      id: `facing-${id}`,
      section: CHANGE,
      name: `facing ${words}`,
      key: id === 'up' ? 'H' : id === 'down' ? 'Shift H' : '',
      run: () => facing(direction)
    })),
    { id: 'facing-camera', section: CHANGE, name: 'facing the camera', key: '', run: () => facing(page.towardsCamera()) },
    { id: 'in-hand', section: DRAWERS, name: 'put the pick into the drawer in hand', key: 'Space', run: drawers.claimInHand },
    { id: 'take-in-hand', section: DRAWERS, name: 'take the group under the pointer in hand', key: 'E', run: () => drawers.takeInHand(page.pointedFace()) },
    { id: 'find-drawer', section: DRAWERS, name: 'find a drawer by name or keyword', key: 'Enter', run: page.findDrawer },
    { id: 'next', section: DRAWERS, name: 'fly to the next unclaimed', key: 'N', run: showNext },
    { id: 'bring', section: SEE, name: 'bring the pick, or all, into view', key: 'V', run: bringIntoView },
    { id: 'hide', section: SEE, name: 'put the pick out of sight', key: 'Q', run: () => needPick(picking.hidePick) },
    { id: 'only', section: SEE, name: 'show only the pick', key: 'W', run: () => needPick(picking.showOnlyPick) },
    { id: 'show-all', section: SEE, name: 'bring everything back into sight', key: 'Shift W', run: picking.showAll },
    { id: 'wire', section: SEE, name: 'wire', key: 'Shift L', run: look.toggleWire, isOn: () => look.hasWire.value },
    { id: 'numbers', section: SEE, name: 'numbers on the model', key: 'L', run: look.toggleNumbers, isOn: () => look.hasNumbers.value },
    { id: 'pick-over-all', section: SEE, name: 'the pick seen through the model', key: 'Shift Q', run: look.togglePickOverAll, isOn: () => look.isPickOverAll.value },
    { id: 'sheet', section: SEE, name: 'the sheet below the stage', key: 'B', run: look.toggleSheet, isOn: () => look.hasSheet.value },
    { id: 'next-view', section: SEE, name: 'next way of colouring', key: 'Shift V', run: look.nextView },
    { id: 'undo', section: WORK, name: 'undo: first picks, then claims', key: 'Ctrl z', run: undo },
    { id: 'redo', section: WORK, name: 'redo', key: 'Ctrl Shift z', run: redo },
    { id: 'keys', section: WORK, name: 'all keys', key: '?', run: page.showKeys },
    { id: 'search', section: WORK, name: 'search for a command', key: 'Ctrl Enter', run: page.searchCommands }
  ]

  function bringIntoView(): void {
    const { pick } = picking
    page.flyTo((f) => !pick || pick.faces === 0 || isInRuns(pick.runs, f))
  }

  return { commands: new Commands(list, useKeysStore().keyOf), facingAngle }
}
