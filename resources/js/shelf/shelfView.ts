import { t } from '../app/i18n'
import { kindName, stateName } from '../app/names'
import type { FileSummary } from '../generated/api'

export type Column = 'title' | 'kind' | 'codename' | 'size' | 'state' | 'added'
export type Grouping = 'kind' | 'codename' | 'none'
export type FileState = 'verified' | 'unverified' | 'damaged' | 'missing' | 'reading'

/** How a person looks at the shelf; kept in the browser. */
export interface ShelfView {
  by: Column
  down: boolean
  group: Grouping
  dense: boolean
}
export interface Facets {
  words: string
  kind: string
  codename: string
  state: string
  onlyNew: boolean
}

export const ANY_PHONE = t('shelf.shelfView.anyPhone')

export function stateOf(file: FileSummary): FileState {
  if (file.missing) return 'missing'
  if (file.problem !== null || file.integrity === 'damaged') return 'damaged'
  return file.sha256 === null ? 'reading' : file.integrity
}

/** What a person should look at, in a few words; null where nothing is wrong. */
export function problemOf(file: FileSummary): string | null {
  if (file.missing) return t('shelf.shelfView.fileNoLongerWhere')
  if (file.problem !== null) return inShort(file.problem)
  if (file.integrity === 'damaged') return inShort(file.integrityReason)
  if (file.conflicts > 0) return t('shelf.shelfView.fileCardSayDifferent')
  return null
}

/** The first sentence, without the place in the file; all of it stands on the page of the file. */
const inShort = (text: string): string => text.split(/\. | \(/)[0]!.replace(/\.?$/, '.')

const codenamesOf = (file: FileSummary): string[] => (file.codenames.length ? file.codenames : [ANY_PHONE])

/** Whether a file is one of those that were asked for. */
export function shows(facets: Facets, lastVisit: string): (file: FileSummary) => boolean {
  const words = facets.words.toLowerCase().split(/\s+/).filter(Boolean)
  return (file) => {
    const text = [file.name, file.title, kindName(file.kind), ...file.codenames, stateName(stateOf(file))].join(' ')
    const lower = text.toLowerCase()
    return (
      words.every((word) => lower.includes(word)) &&
      (facets.kind === '' || kindName(file.kind) === facets.kind) &&
      (facets.codename === '' || codenamesOf(file).includes(facets.codename)) &&
      (facets.state === '' || stateName(stateOf(file)) === facets.state) &&
      (!facets.onlyNew || isNew(file, lastVisit))
    )
  }
}

export const isNew = (file: FileSummary, lastVisit: string): boolean =>
  lastVisit !== '' && file.addedAt !== null && file.addedAt > lastVisit

/** How many files there are of each value, for the lists to choose from. */
export function counts(files: FileSummary[], of: (file: FileSummary) => string[]): { value: string; count: number }[] {
  const found = new Map<string, number>()
  for (const value of files.flatMap(of)) found.set(value, (found.get(value) ?? 0) + 1)
  return [...found].map(([value, count]) => ({ value, count })).sort((a, b) => a.value.localeCompare(b.value))
}
export const facetsOf = (
  files: FileSummary[],
): Record<'kinds' | 'codenames' | 'states', { value: string; count: number }[]> => ({
  kinds: counts(files, (file) => [kindName(file.kind)]),
  codenames: counts(files, codenamesOf),
  states: counts(files, (file) => [stateName(stateOf(file))]),
})

export interface Group {
  name: string
  files: FileSummary[]
}

/** The files in groups, each sorted; a file for several codenames stands in each of their groups. */
export function grouped(files: FileSummary[], view: ShelfView, kinds: string[]): Group[] {
  const sorted = [...files].sort(order(view, kinds))
  if (view.group === 'none') return [{ name: '', files: sorted }]
  const groups = new Map<string, FileSummary[]>()
  for (const file of sorted) {
    const names = view.group === 'kind' ? [kindName(file.kind)] : codenamesOf(file)
    for (const name of names) groups.set(name, [...(groups.get(name) ?? []), file])
  }
  const inOrder = kinds.map(kindName)
  const place = (name: string): number => (inOrder.includes(name) ? inOrder.indexOf(name) : inOrder.length)
  const last = (name: string): number => (name === ANY_PHONE ? 1 : 0)
  return [...groups]
    .map(([name, members]) => ({ name, files: members }))
    .sort((a, b) =>
      view.group === 'kind'
        ? place(a.name) - place(b.name)
        : last(a.name) - last(b.name) || a.name.localeCompare(b.name),
    )
}

function order(view: ShelfView, kinds: string[]): (a: FileSummary, b: FileSummary) => number {
  const place = (file: FileSummary): number => (file.kind === null ? kinds.length : kinds.indexOf(file.kind))
  const keys: Record<Column, (a: FileSummary, b: FileSummary) => number> = {
    title: (a, b) => a.title.localeCompare(b.title),
    kind: (a, b) => place(a) - place(b),
    codename: (a, b) => codenamesOf(a)[0]!.localeCompare(codenamesOf(b)[0]!),
    size: (a, b) => a.sizeBytes - b.sizeBytes,
    state: (a, b) => stateOf(a).localeCompare(stateOf(b)),
    added: (a, b) => (a.addedAt ?? '').localeCompare(b.addedAt ?? ''),
  }
  const sign = view.down ? -1 : 1
  return (a, b) => sign * keys[view.by](a, b) || a.name.localeCompare(b.name)
}
