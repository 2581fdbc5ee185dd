/** The stations in the artist's own order. */
export const STATIONS = [
  { name: 'bring-in', path: 'bring-in', label: 'Bring in' },
  { name: 'sort', path: 'sort', label: 'Sort' },
  { name: 'bake', path: 'bake', label: 'Bake' },
  { name: 'masks', path: 'masks', label: 'Masks' },
  { name: 'hand-off', path: 'hand-off', label: 'Hand off' }
] as const

export type StationName = (typeof STATIONS)[number]['name']
