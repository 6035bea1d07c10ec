import { sectionOf } from '../app/i18n'
import written from '../../handbook/articles.json'

/** Short articles of the handbook; each is linked from wherever one of its words stands. */
export interface Article {
  id: string
  title: string
  /** What one remembers of it. */
  lead: string
  /** Words in texts that lead here, in small letters. */
  words: string[]
  parts: { text: string; drawing?: Drawing }[]
}

export type Drawing =
  | 'slots'
  | 'super'
  | 'data'
  | 'data-open'
  | 'data-names'
  | 'data-wiped'
  | 'data-formatted'
  | 'recovery-own'
  | 'recovery-boot'
  | 'recovery-vendor'
  | 'verification'
  | 'rollback'
  | 'percent'

/** What an article says in another language, paragraph by paragraph. */
interface Translated extends Omit<Article, 'id' | 'parts'> {
  parts: string[]
}

const translated = (sectionOf('articles') ?? {}) as Record<string, Translated>

function inLanguage(article: Article): Article {
  const said = translated[article.id]
  if (said === undefined) return article
  const parts = article.parts.map((part, place) => ({ ...part, text: said.parts[place] ?? part.text }))
  return { ...article, ...said, parts }
}

export const articles = (written as Article[]).map(inLanguage)

const byWord = new Map(articles.flatMap((article) => article.words.map((word) => [word, article] as const)))
const longestFirst = [...byWord.keys()].sort((a, b) => b.length - a.length)
const pattern = new RegExp(`(?<![\\p{L}\\d])(?:${longestFirst.join('|')})(?![\\p{L}\\d])`, 'giu')

export interface Piece {
  text: string
  /** where the word is explained; null for what lies between */
  article: Article | null
}

/**
 * A text in pieces: the first place of each article's words leads to it, the rest stays plain.
 *
 * @param within id of the article that the text stands in, which does not lead to itself
 */
export function linked(text: string, within?: string): Piece[] {
  const pieces: Piece[] = []
  const named = new Set<Article>()
  let from = 0
  for (const match of text.matchAll(pattern)) {
    const article = byWord.get(match[0].toLowerCase())
    if (article === undefined || article.id === within || named.has(article)) continue
    named.add(article)
    if (match.index > from) pieces.push({ text: text.slice(from, match.index), article: null })
    pieces.push({ text: match[0], article })
    from = match.index + match[0].length
  }
  if (from < text.length) pieces.push({ text: text.slice(from), article: null })
  return pieces
}
