import type { FindingRow } from '../generated/api'

type Action = FindingRow['actions'][number]
export type ActionKind = Action['do']

/** The first action of a finding that is of one of these kinds. */
export const actionOf = (finding: FindingRow, ...kinds: ActionKind[]): Action | undefined =>
  finding.actions.find((action) => kinds.includes(action.do))

/** What stands in the way comes first. */
export const bySeverity = (a: FindingRow, b: FindingRow): number => weight[a.severity] - weight[b.severity]

const weight: Record<FindingRow['severity'], number> = { stop: 0, settle: 1, mind: 2, note: 3, clear: 4 }
