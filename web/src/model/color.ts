/** Red, green, blue 0 … 255 of #RRGGBB. */
export function parseHex(hex: string): [number, number, number] {
  const value = Number.parseInt(hex.slice(1), 16)
  return [value >> 16, (value >> 8) & 255, value & 255]
}

/** Ink or paper, whichever is read more easily on a colour (WCAG relative luminance). */
export function textOn(hex: string): string {
  const [r, g, b] = parseHex(hex).map((v) => {
    const c = v / 255
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4
  })
  const luminance = 0.2126 * r! + 0.7152 * g! + 0.0722 * b!
  return (luminance + 0.05) / 0.05 > 1.05 / (luminance + 0.05) ? '#000000' : '#ffffff'
}

/** Of a channel, 0 … 255: a colour with no channel below it is nearly white. */
const PALE = 215

/** Whether a colour ends unseen on the paper of the interface by day. */
export function isPale(hex: string): boolean {
  return Math.min(...parseHex(hex)) >= PALE
}
