import { createI18n } from 'vue-i18n'
import english from '../../lang/en.json'

/** The languages that have a catalogue, by the name that each gives itself. */
export const languages = { en: 'English', de: 'Deutsch' } as const
export type Language = keyof typeof languages

const KEPT = 'tornavis-language'
const isLanguage = (one: string | null): one is Language => one !== null && one in languages
const kept = typeof localStorage === 'undefined' ? null : localStorage.getItem(KEPT)
export const language: Language = isLanguage(kept) ? kept : 'en'

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

/** The text of a key of resources/lang, with values put in. */
export const t: (key: string, values?: Record<string, unknown>) => string = (key, values = {}) =>
  (i18n.global.t as (key: string, values: Record<string, unknown>) => string)(key, values)

const catalogues = import.meta.glob<{ default: typeof english }>(['../../lang/*.json', '!../../lang/en.json'])

/** Fetches the catalogue of the chosen language; texts are asked for after it. */
export async function loadLanguage(): Promise<void> {
  if (typeof document !== 'undefined') document.documentElement.lang = language
  const load = catalogues[`../../lang/${language}.json`]
  if (load) i18n.global.setLocaleMessage(language as 'en', (await load()).default)
}

/** Keeps the choice and shows the page anew: every text of it is another one. */
export function speak(chosen: Language): void {
  localStorage.setItem(KEPT, chosen)
  location.reload()
}
