import type { Finding, Revision } from '@/api/types'

/** Findings that matter for what a model is used as: a source needs no UVs. */
export function findingsOf(revision: Revision): Finding[] {
  const all = revision.inspection?.findings ?? []
  return revision.role === 'source' ? all.filter((f) => f.code !== 'no-uvs') : all
}
