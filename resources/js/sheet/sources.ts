import type { ModelSheet } from '../generated/api'

export type Place = NonNullable<ModelSheet['sources']>[string][number]

/** Where a field was read, and whether it was only inferred. */
export const sourceOf = (sheet: ModelSheet, field: string): { sources: Place[]; assumed: boolean } => ({
  sources: sheet.sources?.[field] ?? [],
  assumed: sheet.assumed?.includes(field) ?? false,
})

/** What a person has changed was entered by them: it is no longer inferred, and its old sources say nothing of it. */
export function enteredOver(before: ModelSheet | null, given: ModelSheet): ModelSheet {
  if (given.version !== 2 || !before) return given
  const old = before as Record<string, unknown>
  const changed = Object.entries(given)
    .filter(([field, value]) => JSON.stringify(old[field]) !== JSON.stringify(value))
    .map(([field]) => field)
  const assumed = (given.assumed ?? []).filter((field) => !changed.includes(field))
  const sources = Object.fromEntries(Object.entries(given.sources ?? {}).filter(([field]) => !changed.includes(field)))
  return { ...given, assumed, sources }
}
