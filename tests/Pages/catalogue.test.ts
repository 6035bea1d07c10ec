import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import english from '../../resources/lang/en.json'
import card from '../../docs/formats/release-card.schema.json'
import sheet from '../../docs/formats/model-sheet.schema.json'
import german from '../../resources/lang/de.json'
import articles from '../../resources/handbook/articles.json'

type Tree = { [name: string]: string | Tree }

function flat(tree: Tree, before = ''): Map<string, string> {
  const texts = new Map<string, string>()
  for (const [name, value] of Object.entries(tree)) {
    if (typeof value === 'string') texts.set(before + name, value)
    else for (const [key, text] of flat(value, `${before}${name}.`)) texts.set(key, text)
  }
  return texts
}

function sources(folder: string): string[] {
  return readdirSync(folder, { withFileTypes: true }).flatMap((entry) => {
    const path = join(folder, entry.name)
    if (entry.isDirectory()) return entry.name === 'generated' ? [] : sources(path)
    return /\.(vue|ts)$/.test(entry.name) ? [readFileSync(path, 'utf8')] : []
  })
}

const pages = sources(join(import.meta.dirname, '../../resources/js'))
const used = new Set(pages.flatMap((page) => [...page.matchAll(/\bt\(\s*'([\w.]+)'/g)].map((match) => match[1]!)))
const texts = flat(english)
// What the core says, and its single words, is held by tests/Feature/LanguageTest.php.
const ofPages = Object.entries(german).filter(([section]) => !['core', 'words', 'articles'].includes(section))
const translated = flat(Object.fromEntries(ofPages))
const forms = (text: string): string[] => text.split(' | ')
const placeholders = (text: string): string[] =>
  [...new Set([...text.matchAll(/\{(\w+)\}/g)].map((match) => match[1]!))].sort()

describe('the catalogue of texts', () => {
  it('has every text that a page asks for, and none that no page does', () => {
    expect(used.size).toBeGreaterThan(900)
    expect([...used].filter((key) => !texts.has(key))).toEqual([])
    expect([...texts.keys()].filter((key) => !used.has(key))).toEqual([])
  })

  it('is asked with the values that a text has places for', () => {
    const wrong: string[] = []
    for (const page of pages)
      for (const [, key] of page.matchAll(/\bt\('([\w.]+)'\)/g))
        if (placeholders(texts.get(key!) ?? '').length > 0) wrong.push(key!)
    expect(wrong).toEqual([])
  })

  it('has no text in another language that English has not, and the same places and forms in both', () => {
    expect([...translated.keys()].filter((key) => !texts.has(key))).toEqual([])
    const other = [...translated].filter(([key, text]) => {
      const english = texts.get(key) ?? ''
      const samePlaces = placeholders(text).join() === placeholders(english).join()
      return !samePlaces || forms(text).length !== forms(english).length
    })
    expect(other).toEqual([])
  })

  it('chooses among the forms of a text by a count', () => {
    const several = [...texts].filter(([, text]) => forms(text).length > 1)
    expect(several.length).toBeGreaterThan(20)
    const uncounted = several.filter(([key]) => {
      const call = new RegExp(`t\\(\\s*'${key}',\\s*\\{[^}]*\\bcount\\b`)
      return !pages.some((page) => call.test(page))
    })
    expect(uncounted.map(([key]) => key)).toEqual([])
  })

  it('has every article of the handbook in German, paragraph by paragraph', () => {
    const said = Object.entries(german.articles).map(([id, article]) => [id, article.parts.length])
    expect(said).toEqual(articles.map((article) => [article.id, article.parts.length]))
  })

  it('says of the fields of a model sheet what the format says of them', () => {
    const described: Record<string, { description?: string }> = sheet.properties
    for (const [field, text] of Object.entries(english.sheet.decides)) expect(described[field]?.description).toBe(text)
  })

  it('has a name for every kind of file that a release card can state', () => {
    const named = readFileSync(join(import.meta.dirname, '../../resources/js/app/names.ts'), 'utf8')
    const keys = card.properties.kind.enum.map((kind) => (/\W/.test(kind) ? `'${kind}'` : kind))
    expect(keys.filter((key) => !named.includes(`  ${key}: t(`))).toEqual([])
  })

  it('is whole in German', () => {
    expect([...texts.keys()].filter((key) => !translated.has(key))).toEqual([])
  })
})
