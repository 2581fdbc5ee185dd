import type { PartDistances, ReachSurvey } from '@/api/types'

const CLASSES = 48

/** The distances of all parts in one chart: classes are put where their middle falls. */
export function joinDistances({ parts, proposed }: ReachSurvey): PartDistances {
  const from = Math.min(-proposed.inward, ...parts.map((p) => p.from))
  const to = Math.max(proposed.outward, ...parts.map((p) => p.to))
  const counts = new Array<number>(CLASSES).fill(0)
  for (const part of parts) {
    const step = (part.to - part.from) / part.counts.length
    part.counts.forEach((n, i) => {
      const at = Math.floor(((part.from + (i + 0.5) * step - from) / (to - from)) * CLASSES)
      counts[Math.min(CLASSES - 1, at)]! += n
    })
  }
  return {
    part: '',
    points: parts.reduce((sum, p) => sum + p.points, 0),
    unmatched: parts.reduce((sum, p) => sum + p.unmatched, 0),
    proposed,
    from,
    to,
    counts
  }
}
