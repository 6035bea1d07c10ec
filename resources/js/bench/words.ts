import { t } from '../app/i18n'
import type { UnitCard } from '../generated/api'

const runs: Record<string, string> = {
  'not-started': t('bench.words.starting'),
  running: t('bench.words.running'),
  gated: t('bench.words.typeLabelGo'),
  asked: t('bench.words.needsAnswer'),
  lost: t('bench.words.lostPhone'),
  stopped: t('bench.words.stopped'),
  ended: t('bench.words.done'),
}

export const runWords = (status: string): string => runs[status] ?? status

/** What a phone's job comes to, in a few words. */
export const jobWords = (job: NonNullable<UnitCard['job']>): string =>
  job.run ? runWords(job.run.status) : job.verdict.words
