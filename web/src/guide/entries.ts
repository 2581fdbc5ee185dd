import type { StationName } from '@/model/stations'
import bakeModel from '@pictures/bake-model.png'
import bakeReach from '@pictures/bake-reach.png'
import bringIn from '@pictures/bring-in.png'
import handOff from '@pictures/hand-off.png'
import masks from '@pictures/masks.png'
import review from '@pictures/review.png'
import sortHalf from '@pictures/sort-half.png'
import sortRules from '@pictures/sort-rules.png'
import strokes from '@pictures/strokes.png'
import tryOn from '@pictures/try-on.png'

/** Something that people come for, and how it is done. */
export interface GuideEntry {
  id: string
  title: string
  station: StationName
  /** What else people call it; it is found by these too. */
  words: string
  picture: string
  steps: string[]
}

/** In the order of the stations. What the steps say is done, one by one, by a test that reads them from the page. */
export const GUIDE: GuideEntry[] = [
  {
    id: 'bring-in',
    title: 'Bring a model in',
    station: 'bring-in',
    words: 'import upload load open file mesh low poly high poly target source',
    picture: bringIn,
    steps: [
      'Drop the model that gets the maps on Target.',
      'Drop the high-poly model on Source, if there is one.',
      'Look under contents and findings at what the files hold.'
    ]
  },
  {
    id: 'groups',
    title: 'Put parts into groups',
    station: 'sort',
    words: 'assign material id colour select claim drawer number undo',
    picture: sortHalf,
    steps: [
      'Press New group for a material, and name it.',
      'Click a part on the model; Shift adds another.',
      'Press the number of the drawer.',
      'Ctrl Z takes it back.'
    ]
  },
  {
    id: 'proposal',
    title: 'Let groups be proposed',
    station: 'sort',
    words: 'automatic names materials vertex colours suggestion rules all at once',
    picture: sortRules,
    steps: ['Press Propose groups….', 'Choose what is read, such as the part names.', 'Press Keep the proposal.']
  },
  {
    id: 'strokes',
    title: 'Sort a surface without parts',
    station: 'sort',
    words: 'welded sculpt scan brush paint draw segment one piece strokes',
    picture: strokes,
    steps: [
      'Press A.',
      'Press the number of a drawer, and draw over what belongs to it.',
      'Do so for other drawers.',
      'Press Shift A to keep what follows.'
    ]
  },
  {
    id: 'bake',
    title: 'Bake ID maps',
    station: 'bake',
    words: 'render texture map size resolution samples padding missed conflicts',
    picture: bakeModel,
    steps: ['Choose the Size.', 'Press Bake.', 'Look at what was missed and where groups are in conflict.']
  },
  {
    id: 'source',
    title: 'Read IDs from a high-poly model',
    station: 'bake',
    words: 'high poly source rays cage reach vertex colours transfer',
    picture: bakeReach,
    steps: ['Choose the source where IDs are read from.', 'Choose the Origin, such as vertex colours.', 'Press Bake.']
  },
  {
    id: 'mask',
    title: 'Make a mask of several groups',
    station: 'masks',
    words: 'combine add subtract grow blur pack channel selection',
    picture: masks,
    steps: ['Press New mask.', 'Choose the groups that it takes.', 'Look at it on the map.']
  },
  {
    id: 'package',
    title: 'Write files for a texturing tool',
    station: 'hand-off',
    words: 'export save download zip png names template send package',
    picture: handOff,
    steps: ['Choose under What is written a template, or change its lines.', 'Look under Files it makes now at the names.', 'Press Make and download.']
  },
  {
    id: 'kept',
    title: 'Keep a folder up to date while sorting',
    station: 'hand-off',
    words: 'live watch automatic reload sync folder always true',
    picture: tryOn,
    steps: [
      'Tick Keep the folder up to date.',
      'Sort: what is claimed is baked and written by itself.',
      'Read in the line above since when the folder is true.'
    ]
  },
  {
    id: 'revision',
    title: 'Bring in the next revision of a model',
    station: 'bring-in',
    words: 'update change new version replace carry over review keep',
    picture: review,
    steps: [
      'Drop the new file on Target; groups are carried over.',
      'Open Review.',
      'Press Enter for a row that is right, or the number of the drawer where it belongs.'
    ]
  }
]

/** Entries whose title, steps or words have all that was typed, or all entries for nothing typed. */
export function findInGuide(typed: string): GuideEntry[] {
  const wanted = typed.toLowerCase().split(/\s+/).filter(Boolean)
  return GUIDE.filter((entry) => {
    const all = [entry.title, entry.words, ...entry.steps].join(' ').toLowerCase()
    return wanted.every((word) => all.includes(word))
  })
}

/** What a station is for. */
export const STATION_SENTENCES: Record<StationName, string> = {
  'bring-in': 'Here the model that gets the maps comes in (the target), and the high-poly model that IDs may be read from (the source).',
  sort: 'Here every part of the model goes into a drawer; a drawer is a group with an ID colour of its own.',
  bake: 'Here the groups become ID maps, a sheet each, and you see where a texel could not be decided.',
  masks: 'Here groups are put together into masks, borders are grown or softened, and masks are packed into channels.',
  'hand-off': 'Here maps, masks and meshes are written as the files that your texturing tool reads.'
}
