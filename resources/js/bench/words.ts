import type { UnitCard } from '../generated/api'

const runs: Record<string, string> = {
  'not-started': 'Starting',
  running: 'Running',
  gated: 'Type the label to go on',
  asked: 'Needs an answer',
  lost: 'Lost the phone',
  stopped: 'Stopped',
  ended: 'Done',
}

export const runWords = (status: string): string => runs[status] ?? status

/** What a phone's job comes to, in a few words. */
export const jobWords = (job: NonNullable<UnitCard['job']>): string =>
  job.run ? runWords(job.run.status) : job.verdict.words
