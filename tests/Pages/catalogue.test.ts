import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { describe, expect, it } from 'vitest'
import english from '../../resources/lang/en.json'
import german from '../../resources/lang/de.json'

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
const translated = flat(german)
const placeholders = (text: string): string[] => [...text.matchAll(/\{(\w+)\}/g)].map((match) => match[1]!).sort()

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

  it('has no text in another language that English has not, and the same places in both', () => {
    expect([...translated.keys()].filter((key) => !texts.has(key))).toEqual([])
    const other = [...translated].filter(([key, text]) => {
      const [here, there] = [placeholders(text), placeholders(texts.get(key) ?? '')]
      return here.join() !== there.join()
    })
    expect(other).toEqual([])
  })

  it('is whole in German for the pages where a run goes on and where a phone begins', () => {
    const wanted = [...texts.keys()].filter((key) => /^(app|common|run|start)\./.test(key))
    expect(wanted.filter((key) => !translated.has(key))).toEqual([])
  })
})
