import type { FindingRow, JobAnswer } from '../generated/api'

type Action = FindingRow['actions'][number]
export type ActionKind = Action['do']
interface Change {
  answers: JobAnswer['answers']
}

/** The first action of a finding that is of one of these kinds. */
export const actionOf = (finding: FindingRow, ...kinds: ActionKind[]): Action | undefined =>
  finding.actions.find((action) => kinds.includes(action.do))

/** What stands in the way comes first. */
export const bySeverity = (a: FindingRow, b: FindingRow): number => weight[a.severity] - weight[b.severity]

const weight: Record<FindingRow['severity'], number> = { stop: 0, settle: 1, mind: 2, note: 3, clear: 4 }

/** Whether a person has to do something before it can be run. */
export const isOpen = (finding: FindingRow): boolean => finding.severity === 'stop' || finding.severity === 'settle'

/** What only a person can look at: ticked, or to be ticked. */
export const isLook = (job: JobAnswer, finding: FindingRow): boolean =>
  finding.rule === 'PREP-7' &&
  (actionOf(finding, 'tick') !== undefined || (finding.severity === 'clear' && agreedTo(job, finding.key)))

/** What is lost, which the table of losses asks about. */
export const isLoss = (finding: FindingRow): boolean => finding.rule === 'PREP-3'

export const agreedTo = (job: JobAnswer, key: string): boolean => (job.answers.agreed ?? []).includes(key)

export const withAgreed = (job: JobAnswer, keys: string[]): Change => ({
  answers: { ...job.answers, agreed: [...new Set([...(job.answers.agreed ?? []), ...keys])] },
})

export const without = (job: JobAnswer, key: string): Change => ({
  answers: { ...job.answers, agreed: (job.answers.agreed ?? []).filter((one) => one !== key) },
})
