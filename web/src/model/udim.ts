/** Lower left corner in UV space of the tile that a sheet's name tells (UDIM), else of the unit square. */
export function tileOfSheet(sheet: string): [number, number] {
  if (!/^1\d{3}$/.test(sheet)) return [0, 0]
  const tile = Number(sheet) - 1001
  return tile < 0 ? [0, 0] : [tile % 10, Math.floor(tile / 10)]
}
