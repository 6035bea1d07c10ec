import type { UnitCard } from '../generated/api'

const runs: Record<string, string> = {
  'not-started': 'Run begins',
  running: 'Run under way',
  gated: 'Run waits for your word',
  asked: 'Run asks you',
  lost: 'Link lost',
  stopped: 'Stopped',
  ended: 'Done',
}

export const runWords = (status: string): string => runs[status] ?? status

/** What a phone's job comes to, in a few words. */
export const jobWords = (job: NonNullable<UnitCard['job']>): string =>
  job.run ? runWords(job.run.status) : job.verdict.words
