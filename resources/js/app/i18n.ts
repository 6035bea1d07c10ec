import { createI18n } from 'vue-i18n'
import english from '../../lang/en.json'

/** The languages that have a catalogue, by the name that each gives itself. */
export const languages = { en: 'English', de: 'Deutsch' } as const
export type Language = keyof typeof languages

/** The server reads it too, and says in this language what the core says. */
const KEPT = 'tornavis-language'
const YEAR = 365 * 24 * 3600
const isLanguage = (one: string | undefined): one is Language => one !== undefined && one in languages
const cookies = typeof document === 'undefined' ? '' : document.cookie
const kept = cookies.split('; ').find((one) => one.startsWith(`${KEPT}=`))
const chosen = kept?.slice(KEPT.length + 1)
export const language: Language = isLanguage(chosen) ? chosen : 'en'

/** How this person writes dates and numbers: as the browser does, where it speaks the language of the pages. */
const spoken = typeof navigator === 'undefined' ? [] : (navigator.languages ?? [])
export const locale: string = spoken.find((one) => one.toLowerCase().split('-')[0] === language) ?? language

const i18n = createI18n({
  legacy: false,
  locale: language,
  fallbackLocale: 'en',
  messages: { en: english },
  // What has not been translated yet stands there in English.
  missingWarn: false,
  fallbackWarn: false,
})

/** The text of a key of resources/lang, with values put in; of several forms the one for the value "count". */
export function t(key: string, values: Record<string, unknown> = {}): string {
  return typeof values.count === 'number' ? i18n.global.t(key, values, values.count) : i18n.global.t(key, values)
}

const catalogues = import.meta.glob<{ default: typeof english }>(['../../lang/*.json', '!../../lang/en.json'])

/** Fetches the catalogue of the chosen language; texts are asked for after it. */
export async function loadLanguage(): Promise<void> {
  if (typeof document !== 'undefined') document.documentElement.lang = language
  const load = catalogues[`../../lang/${language}.json`]
  if (load) i18n.global.setLocaleMessage(language as 'en', (await load()).default)
}

/** A label inside a sentence: English writes it small, German keeps the capitals of its nouns. */
export const inSentence = (label: string): string => (language === 'en' ? label.toLowerCase() : label)

/** A part of the chosen language's catalogue that is no single text; undefined where it has none of its own. */
export const sectionOf = (name: string): unknown =>
  (i18n.global.getLocaleMessage(language) as Record<string, unknown>)[name]

/** Keeps the choice and shows the page anew: every text of it is another one. */
export function speak(chosen: Language): void {
  document.cookie = `${KEPT}=${chosen}; path=/; max-age=${YEAR}; samesite=lax`
  location.reload()
}
