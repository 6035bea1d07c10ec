import type { JobsAnswer } from '../generated/api'
import { jobWords } from '../bench/words'

type Row = JobsAnswer['jobs'][number]
export type Column = 'phone' | 'what' | 'stands' | 'opened'
export interface Order {
  by: Column
  down: boolean
}

/** A job that somebody has to do something for comes before one that only goes on. */
const urgency: Record<string, number> = { asked: 0, gated: 0, lost: 0, stopped: 1, running: 2, 'not-started': 2 }
const byLevel: Record<string, number> = { clear: 3, mind: 3, settle: 4, stop: 5 }
const rank = (job: Row): number => (job.run ? (urgency[job.run.status] ?? 6) : (byLevel[job.verdict.level] ?? 6))

const keys: Record<Column, (job: Row) => string | number> = {
  phone: (job) => `${job.card.label} ${job.id}`,
  what: (job) => `${job.wanted} ${job.build ?? ''}`.toLowerCase(),
  stands: rank,
  opened: (job) => job.openedAt ?? '',
}

/** The same jobs in the order that a person chose; equal ones by the newest. */
export function sorted(jobs: Row[], { by, down }: Order): Row[] {
  const key = keys[by]
  const sign = down ? -1 : 1
  return [...jobs].sort((a, b) => {
    const [left, right] = [key(a), key(b)]
    if (left === right) return b.id - a.id
    return left < right ? -sign : sign
  })
}

/** Whether a job has every word that was typed. */
export function matches(typed: string): (job: Row) => boolean {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean)
  return (job) => {
    const text = [job.card.label, job.card.codename, job.build, job.wanted, jobWords(job), job.waitsFor]
    const all = text.join(' ').toLowerCase()
    return words.every((word) => all.includes(word))
  }
}
