import type { Finding, Revision } from '@/api/types'

/** Findings that matter for what a model is used as: a source needs no UVs. */
export function findingsOf(revision: Revision): Finding[] {
  const all = revision.inspection?.findings ?? []
  return revision.role === 'source' ? all.filter((f) => f.kind !== 'no-uvs') : all
}

/** Findings that are open: those that may make a bake come out wrong. */
export function openFindingsOf(revision: Revision): Finding[] {
  return findingsOf(revision).filter((f) => f.severity !== 'harmless')
}
