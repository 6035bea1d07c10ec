import type { JobAnswer } from '../generated/api'

/** What a person changes about a job: the files, or what was answered. */
export interface JobChange {
  kit?: number[]
  answers?: JobAnswer['answers']
}

/** The parts of a job that a change is about. */
export type Changeable = { kit: number[]; answers: JobAnswer['answers'] }

type Value = unknown

function rebasedList(base: Value[], wanted: Value[], now: Value[]): Value[] {
  const added = wanted.filter((one) => !base.includes(one) && !now.includes(one))
  const gone = base.filter((one) => !wanted.includes(one))
  return [...now.filter((one) => !gone.includes(one)), ...added]
}

function rebasedValue(base: Value, wanted: Value, now: Value): Value {
  if (Array.isArray(wanted)) return rebasedList(Array.isArray(base) ? base : [], wanted, Array.isArray(now) ? now : [])
  if (wanted !== null && typeof wanted === 'object')
    return rebasedFields((base ?? {}) as object, wanted, (now ?? {}) as object)
  return wanted === base ? now : wanted
}

function rebasedFields(base: object, wanted: object, now: object): object {
  const old = base as Record<string, Value>
  const next = wanted as Record<string, Value>
  const result = { ...now } as Record<string, Value>
  for (const [name, value] of Object.entries(next)) result[name] = rebasedValue(old[name], value, result[name])
  for (const name of Object.keys(old)) if (!(name in next)) delete result[name]
  return result
}

/**
 * The same change for a job that has changed meanwhile: what a person added, took out or chose, and nothing else.
 *
 * @param base what the page showed when it was clicked
 * @param now what it shows now
 */
export function rebased(change: JobChange, base: Changeable, now: Changeable): JobChange {
  return {
    ...(change.kit ? { kit: rebasedList(base.kit, change.kit, now.kit) as number[] } : {}),
    ...(change.answers
      ? { answers: rebasedFields(base.answers, change.answers, now.answers) as JobAnswer['answers'] }
      : {}),
  }
}
