/** A whole number as people read it, in the browser's language. */
export function whole(n: number): string {
  return n.toLocaleString()
}

/** With so many digits behind the point, or the comma where one stands. */
export function decimal(n: number, digits: number): string {
  return n.toLocaleString(undefined, { minimumFractionDigits: digits, maximumFractionDigits: digits })
}

export function count(n: number, one: string, many = `${one}s`): string {
  return `${whole(n)} ${n === 1 ? one : many}`
}

const MOST_DIGITS = 9

/** A share as per cent, with as many digits as it takes: none reads as 0 or 100 % that is not. */
export function percent(share: number, digits = 1): string {
  if (share <= 0 || share >= 1) return share <= 0 ? '0 %' : '100 %'
  for (let d = digits; d < MOST_DIGITS; d++) {
    const rounded = Number((share * 100).toFixed(d))
    if (rounded > 0 && rounded < 100) return `${decimal(rounded, d)} %`
  }
  return share < 0.5 ? 'less than a millionth' : 'all but less than a millionth'
}

/** Metres in the unit in which they are short. */
export function length(metres: number): string {
  if (metres < 0.01) return `${decimal(metres * 1000, 2)} mm`
  if (metres < 1) return `${decimal(metres * 100, 1)} cm`
  return `${decimal(metres, 2)} m`
}

export function area(squareMetres: number): string {
  return squareMetres < 0.1 ? `${decimal(squareMetres * 10000, 1)} cm²` : `${decimal(squareMetres, 2)} m²`
}

export function bytes(n: number): string {
  if (n < 1000) return `${n} B`
  if (n < 1e6) return `${decimal(n / 1e3, 0)} kB`
  return n < 1e9 ? `${decimal(n / 1e6, 1)} MB` : `${decimal(n / 1e9, 1)} GB`
}

export function seconds(millis: number): string {
  return millis < 1000 ? `${millis} ms` : `${decimal(millis / 1000, 1)} s`
}

/** How long something has taken, in whole units. */
export function duration(s: number): string {
  if (s < 90) return `${Math.round(s)} s`
  return s < 5400 ? `${Math.round(s / 60)} min` : `${decimal(s / 3600, 1)} h`
}

/** A moment of the server's clock in the reader's own time. */
export function moment(utc: string): string {
  return new Date(utc).toLocaleString(undefined, { dateStyle: 'medium', timeStyle: 'short' })
}

/** The time of day of a moment of the server's clock, in the reader's own time. */
export function clockTime(utc: string): string {
  return new Date(utc).toLocaleTimeString(undefined, { timeStyle: 'short' })
}

/** Seconds that something will still take, as roughly as they are known. */
export function timeLeft(s: number): string {
  if (s < 1.5) return 'about a second left'
  if (s < 90) return `about ${Math.round(s)} s left`
  return `about ${Math.round(s / 60)} min left`
}

/** Metres as millimetres, for fields and scales. */
export function millimetres(metres: number): string {
  const mm = 1000 * metres
  const digits = Math.abs(mm) < 10 ? 2 : Math.abs(mm) < 100 ? 1 : 0
  return `${decimal(mm, digits)} mm`
}
