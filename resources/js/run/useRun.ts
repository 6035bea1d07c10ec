import { useQuery } from '@tanstack/vue-query'
import { computed, ref, watch, type ComputedRef, type Ref } from 'vue'
import { ask, client, type ApiError, type Body } from '../app/client'
import { useSend } from '../app/useSend'
import type { RunEventsAnswer } from '../generated/api'

type Event = RunEventsAnswer['events'][number]
type Act = 'release' | 'tell' | 'something-else' | 'differs' | 'stop' | 'go-on'
type ActBody<A extends Act> = Body<`/runs/{run}/${A}`>

/** Follows a run live: asks for what is new well within a second, and keeps every event that it has seen. */
export function useRun(id: () => number | undefined): {
  events: Ref<Event[]>
  state: ComputedRef<RunEventsAnswer['state'] | null>
  error: ComputedRef<ApiError | null>
  act: <A extends Act>(what: A, body?: ActBody<A>) => Promise<void>
} {
  const events = ref<Event[]>([])
  const run = computed(id)
  watch(run, () => (events.value = []))

  /**
   * A run at work is asked about well within a second. One that waits for a person, or that nobody looks at, is asked
   * about less often, and one that has ended no more.
   */
  function pace(status: string | undefined): number | false {
    if (status === 'ended') return false
    if (document.hidden) return 2000
    return ['stopped', 'gated', 'asked'].includes(status ?? '') ? 1200 : 600
  }

  const query = useQuery<RunEventsAnswer['state'], ApiError>({
    queryKey: computed(() => ['run', run.value]),
    queryFn: async ({ signal }) => {
      const after = events.value.at(-1)?.sequence ?? 0
      const params = { path: { run: run.value! }, query: { after } }
      const answer = await ask(client.GET('/runs/{run}/events', { params, signal }))
      // An answer that a later question has overtaken would show a state that is over.
      if (signal.aborted) return answer.state
      const seen = new Set(events.value.map((event) => event.sequence))
      events.value.push(...answer.events.filter((event) => !seen.has(event.sequence)))
      return answer.state
    },
    enabled: computed(() => run.value !== undefined),
    refetchInterval: ({ state }) => pace(state.data?.status),
    refetchIntervalInBackground: true,
    retry: false,
    shallow: true,
  })
  const { send, refused, forget } = useSend()
  // What could not be sent because nobody answered is over when somebody answers again.
  watch(query.dataUpdatedAt, () => refused.value?.status === 0 && forget())

  async function act<A extends Act>(what: A, body: ActBody<A> = {} as ActBody<A>): Promise<void> {
    const params = { path: { run: run.value! } }
    await send<unknown>(() => client.POST(`/runs/{run}/${what}` as never, { params, body } as never))
    await query.refetch()
  }

  return {
    events: events as Ref<Event[]>,
    state: computed(() => query.data.value ?? null),
    error: computed(() => refused.value ?? query.error.value),
    act,
  }
}
