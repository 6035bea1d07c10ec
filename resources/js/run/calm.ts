import type { Plan } from '../generated/api'

type Step = Plan['steps'][number]

export interface Calm {
  /** seconds that are usually left of this step; null where it takes longer than usual */
  ofStep: number | null
  /** the next step that needs the person, with the usual time until then; null where none does */
  next: { step: Step; inSeconds: number } | null
  /** seconds that are usually left until the end */
  ofRun: number
}

/** What a person can do who is not needed now: how long, and until when. */
export function calmOf(steps: Step[], at: number, elapsed: number): Calm {
  const now = steps[at - 1]
  const left = Math.max(0, (now?.expectedSeconds ?? 0) - elapsed)
  let inSeconds = left
  let next: Calm['next'] = null
  for (const step of steps.slice(at)) {
    if (next === null && step.gate !== null) next = { step, inSeconds }
    inSeconds += step.expectedSeconds
  }
  return { ofStep: now && elapsed > now.expectedSeconds ? null : left, next, ofRun: inSeconds }
}
