import type { Grade, ModelSheet } from '../generated/api'

export type Place = NonNullable<ModelSheet['sources']>[string][number]

/** How sure a field of a sheet is; null where it is not known, and on a whole sheet, whose fields are its maker's. */
export const gradeOf = (sheet: ModelSheet, field: string): Grade | null => {
  const isStated = (sheet as Record<string, unknown>)[field.split('.', 1)[0] ?? field] !== undefined
  if (sheet.version !== 2 || !isStated) return null
  return sheet.grades?.[field] ?? (sheet.assumed?.includes(field) ? 'guessed' : 'said')
}

/** Where a field was read, and how sure it is. */
export const sourceOf = (sheet: ModelSheet, field: string): { sources: Place[]; grade: Grade | null } => ({
  sources: sheet.sources?.[field] ?? [],
  grade: gradeOf(sheet, field),
})

/** What a person has changed was said by them; its old sources say nothing of it. */
export function enteredOver(before: ModelSheet | null, given: ModelSheet): ModelSheet {
  if (given.version !== 2 || !before) return given
  const old = before as Record<string, unknown>
  const changed = Object.entries(given)
    .filter(([field, value]) => JSON.stringify(old[field]) !== JSON.stringify(value))
    .map(([field]) => field)
  const others = Object.keys(given).filter((field) => gradeOf(given, field) && !changed.includes(field))
  const grades = {
    ...given.grades,
    ...Object.fromEntries(others.map((field) => [field, gradeOf(given, field)])),
    ...Object.fromEntries(changed.map((field) => [field, 'said'])),
  } as ModelSheet['grades']
  const sources = Object.fromEntries(Object.entries(given.sources ?? {}).filter(([field]) => !changed.includes(field)))
  return { ...given, assumed: undefined, grades, sources: Object.keys(sources).length > 0 ? sources : undefined }
}
