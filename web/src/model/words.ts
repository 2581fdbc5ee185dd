/** Numbers as people read them. */
export function count(n: number, one: string, many = `${one}s`): string {
  return `${n.toLocaleString('en')} ${n === 1 ? one : many}`
}

const MOST_DIGITS = 9

/** A share as per cent, with as many digits as it takes: none reads as 0 or 100 % that is not. */
export function percent(share: number, digits = 1): string {
  if (share <= 0 || share >= 1) return share <= 0 ? '0 %' : '100 %'
  for (let d = digits; d < MOST_DIGITS; d++) {
    const words = (share * 100).toFixed(d)
    if (Number(words) > 0 && Number(words) < 100) return `${words} %`
  }
  return share < 0.5 ? 'less than a millionth' : 'all but less than a millionth'
}

/** Metres in the unit in which they are short. */
export function length(metres: number): string {
  if (metres < 0.01) return `${(metres * 1000).toFixed(2)} mm`
  if (metres < 1) return `${(metres * 100).toFixed(1)} cm`
  return `${metres.toFixed(2)} m`
}

export function area(squareMetres: number): string {
  return squareMetres < 0.1 ? `${(squareMetres * 10000).toFixed(1)} cm²` : `${squareMetres.toFixed(2)} m²`
}

export function bytes(n: number): string {
  if (n < 1000) return `${n} B`
  if (n < 1e6) return `${(n / 1e3).toFixed(0)} kB`
  return n < 1e9 ? `${(n / 1e6).toFixed(1)} MB` : `${(n / 1e9).toFixed(1)} GB`
}

export function seconds(millis: number): string {
  return millis < 1000 ? `${millis} ms` : `${(millis / 1000).toFixed(1)} s`
}

/** How long something has taken, in whole units. */
export function duration(s: number): string {
  if (s < 90) return `${Math.round(s)} s`
  return s < 5400 ? `${Math.round(s / 60)} min` : `${(s / 3600).toFixed(1)} h`
}

/** A moment of the server's clock (UTC, without zone) in the reader's own time. */
export function moment(utc: string): string {
  return new Date(`${utc}Z`).toLocaleString('en-GB', { dateStyle: 'medium', timeStyle: 'short' })
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
  return `${mm.toFixed(digits)} mm`
}
