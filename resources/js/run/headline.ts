import type { JobAnswer, RunEventsAnswer } from '../generated/api'

type Step = JobAnswer['plan']['steps'][number]
type Question = RunEventsAnswer['state']['question']

const ofStatus: Record<string, string> = {
  ended: 'Done. The phone runs what was planned.',
  stopped: 'Stopped. Nothing more is sent to the phone.',
  lost: 'The link is gone. Looking for the phone.',
  gated: "Confirm: type the phone's label.",
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

/** Whether the phone is not where the plan has it, so that another plan from what it has now is one way on. */
export function leavesThePlan(question: Question): boolean {
  const about = question?.about ?? ''
  // Without causes it is not known what it is, so that a new plan may be what helps.
  const causes = question?.causes ?? [{ next: 'replan' }]

  return (
    ['differs', 'failure', 'file', 'break', 'mode'].includes(about) ||
    (about === 'something-else' && causes.some((cause) => cause.next === 'replan'))
  )
}
