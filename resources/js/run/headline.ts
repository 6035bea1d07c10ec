import type { JobAnswer } from '../generated/job'

type Step = JobAnswer['plan']['steps'][number]

const ofStatus: Record<string, string> = {
  ended: 'Done. The phone runs what was planned.',
  stopped: 'Stopped. Nothing more is sent to the phone.',
  lost: 'The link is gone. Looking for the phone.',
  gated: 'Your word is needed.',
}
const ofQuestion: Record<string, string> = {
  evidence: 'Look at the phone.',
  differs: 'The phone is not as planned.',
  file: 'A file is not as planned.',
  'something-else': 'Look for the cause.',
}

/** The one line that says what is going on, or what is asked of the person. */
export function headlineOf(status: string, about: string, step: Step | undefined): string {
  const title = step?.title ?? ''
  if (ofStatus[status] !== undefined) return ofStatus[status]
  if (status === 'asked') return about === 'hands' ? title : (ofQuestion[about] ?? 'Something needs you.')
  return step?.operation === 'sideload' ? 'Leave the phone alone.' : title
}
