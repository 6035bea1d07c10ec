import type { Grade } from '../generated/api'
import { locale, t } from './i18n'

const tenths = new Intl.NumberFormat(locale, { minimumFractionDigits: 1, maximumFractionDigits: 1 })
/** "2.2 MiB"; the exact bytes belong into a title beside it. */
export function bytes(count: number): string {
  for (const [unit, size] of [
    ['GiB', 2 ** 30],
    ['MiB', 2 ** 20],
    ['KiB', 2 ** 10],
  ] as const) {
    if (count >= size) return `${tenths.format(count / size)} ${unit}`
  }
  return `${count} B`
}

export const exactBytes = (count: number): string => t('app.format.bytes', { count: count.toLocaleString(locale) })

/** "40 s", "12 min", "1 h 03" */
export function duration(seconds: number): string {
  if (seconds < 60) return `${Math.round(seconds)} s`
  const minutes = Math.round(seconds / 60)
  return minutes < 60
    ? t('app.format.min', { minutes })
    : `${Math.floor(minutes / 60)} h ${String(minutes % 60).padStart(2, '0')}`
}

/** "2 d 04 h", "3 h 20 min", "12 min": what is left of a wait. */
export function leftOf(seconds: number): string {
  const minutes = Math.ceil(seconds / 60)
  if (minutes >= 1440)
    return `${Math.floor(minutes / 1440)} d ${String(Math.floor((minutes % 1440) / 60)).padStart(2, '0')} h`
  return minutes >= 60
    ? t('app.format.hMin', { floor: Math.floor(minutes / 60), minutes: String(minutes % 60).padStart(2, '0') })
    : t('app.format.min', { minutes })
}

/** "09:41" */
export function clock(seconds: number): string {
  return `${String(Math.floor(seconds / 60)).padStart(2, '0')}:${String(Math.floor(seconds % 60)).padStart(2, '0')}`
}

/** The time in the person's own zone. */
export function timeOf(iso: string | null | undefined): string {
  return iso ? new Date(iso).toLocaleTimeString(locale, { hour: '2-digit', minute: '2-digit', second: '2-digit' }) : ''
}

export function dateTimeOf(iso: string | null | undefined): string {
  return iso
    ? new Date(iso).toLocaleString(locale, {
        day: 'numeric',
        month: 'short',
        year: 'numeric',
        hour: '2-digit',
        minute: '2-digit',
      })
    : ''
}

/** "3 minutes ago" */
export function ago(iso: string | null | undefined): string {
  if (!iso) return ''
  const seconds = (new Date(iso).getTime() - Date.now()) / 1000
  const words = new Intl.RelativeTimeFormat(locale, { numeric: 'auto' })
  for (const [unit, size] of [
    ['day', 86400],
    ['hour', 3600],
    ['minute', 60],
  ] as const) {
    if (Math.abs(seconds) >= size) return words.format(Math.round(seconds / size), unit)
  }
  return t('app.format.justNow')
}

const modes: Record<string, string> = {
  off: t('app.format.off'),
  system: t('common.system'),
  recovery: t('common.recovery'),
  sideload: t('app.format.sideload'),
  bootloader: t('app.format.bootloader'),
  'userspace-bootloader': t('app.format.userspaceBootloader'),
  download: t('app.format.download'),
  'boot-loop': t('app.format.bootLoop'),
  stuck: t('app.format.stuck'),
  'locked-out': t('app.format.lockedOut'),
  dead: t('app.format.dead'),
}

export const modeName = (mode: string): string => modes[mode] ?? mode

export const slotName = (slot: string): string => (slot === '-' ? '–' : slot.toUpperCase())

export const sourceName: Record<string, string> = {
  phone: t('app.format.seenPhone'),
  file: t('app.format.readFromFile'),
  card: t('app.format.releaseCard'),
  list: t('app.format.checksumList'),
  typed: t('app.format.typedByHand'),
  settled: t('app.format.decidedByPerson'),
  assumed: t('app.format.assumed'),
}

export const gradeWord: Record<Grade, { word: string; means: string }> = {
  seen: { word: t('app.format.gradeSeen'), means: t('app.format.gradeSeenMeans') },
  said: { word: t('app.format.gradeSaid'), means: t('app.format.gradeSaidMeans') },
  stated: { word: t('app.format.gradeStated'), means: t('app.format.gradeStatedMeans') },
  derived: { word: t('app.format.gradeDerived'), means: t('app.format.gradeDerivedMeans') },
  guessed: { word: t('app.format.gradeGuessed'), means: t('app.format.gradeGuessedMeans') },
}

export function valueText(value: unknown): string {
  if (value === null || value === undefined) return t('common.unknown')
  if (typeof value === 'boolean') return value ? t('common.yes') : t('common.no')
  return Array.isArray(value) ? value.join(', ') : String(value)
}
