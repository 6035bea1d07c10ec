import { t } from '../app/i18n'
import type { JobAnswer, RunEventsAnswer } from '../generated/api'

type Step = JobAnswer['plan']['steps'][number]
type Question = RunEventsAnswer['state']['question']

const ofStatus: Record<string, string> = {
  ended: t('run.headline.donePhoneRunsWhat'),
  stopped: t('run.headline.stoppedNothingMoreSent'),
  lost: t('run.headline.linkGoneLookingPhone'),
  gated: t('run.headline.confirmTypePhonesLabel'),
}
const ofQuestion: Record<string, string> = {
  evidence: t('run.headline.lookAtPhone'),
  differs: t('run.headline.phoneNotAsPlanned'),
  file: t('run.headline.fileNotAsPlanned'),
  'something-else': t('run.headline.lookCause'),
}

/** The one line that says what is going on, or what is asked of the person. */
export function headlineOf(status: string, about: string, step: Step | undefined): string {
  const title = step?.title ?? ''
  if (ofStatus[status] !== undefined) return ofStatus[status]
  if (status === 'asked') return about === 'hands' ? title : (ofQuestion[about] ?? t('run.headline.somethingNeedsYou'))
  return step?.operation === 'sideload' ? t('run.headline.leavePhoneAlone') : title
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
