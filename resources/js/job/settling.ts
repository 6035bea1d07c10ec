import type { Plan } from '../generated/plan'

type Finding = Plan['findings'][number]

/** The ledger's entry that a finding about a loss speaks of. */
export const lossOf = (plan: Plan, finding: Finding): Plan['ledger'][number] | undefined =>
  finding.rule === 'PREP-3' ? plan.ledger.find((entry) => finding.key === `PREP-3:${entry.class}`) : undefined

/** Whether the plan begins with what the finding asks for, so that agreeing to it settles it. */
export const planDoesIt = (plan: Plan, finding: Finding): boolean =>
  ['PREP-2', 'PREP-4'].includes(finding.rule) || (lossOf(plan, finding)?.backedUpByPlan ?? false)
