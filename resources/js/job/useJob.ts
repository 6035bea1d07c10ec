import type { ComputedRef } from 'vue'
import type { ApiError } from '../app/client'
import { client } from '../app/client'
import { useAnswer } from '../app/useAnswer'
import { useSend } from '../app/useSend'
import type { JobAnswer } from '../generated/api'
import { rebased, type JobChange } from './changes'

/** A plan follows files, house rules and phone until it is run; soon, while a file of the kit is being read. */
const beat = (answer: JobAnswer | null): number => {
  if (answer?.reading) return 1000
  return answer?.run === null ? 5000 : 0
}

interface OpenJob {
  job: ComputedRef<JobAnswer | null>
  error: ComputedRef<ApiError | null>
  load: () => Promise<void>
  change: (wanted: JobChange) => void
  send: ReturnType<typeof useSend>['send']
  refused: ComputedRef<ApiError | null>
}

/** A job that a page shows, with what a person changes about it. */
export function useJob(id: () => number): OpenJob {
  const { data: job, error, load } = useAnswer('/jobs/{job}', () => ({ path: { job: id() } }), beat)
  const { send, refused } = useSend()

  /** Changes go one after the other: each is made to the job as the one before has left it. */
  let changed: Promise<void> = Promise.resolve()
  function change(wanted: JobChange): void {
    const base = job.value
    if (base) changed = changed.then(() => changeNow(wanted, base))
  }

  async function changeNow(wanted: JobChange, base: JobAnswer): Promise<void> {
    const now = job.value ?? base
    const path = { job: id() }
    const body = { ...rebased(wanted, base, now), version: now.version }
    await send(() => client.PATCH('/jobs/{job}', { params: { path }, body }))
    await load()
  }

  return { job, error, load, change, send, refused }
}
