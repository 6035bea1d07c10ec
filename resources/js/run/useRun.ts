import { onUnmounted, ref, watch, type Ref } from 'vue'
import { api, type ApiError } from '../app/api'
import type { RunEventsAnswer } from '../generated/api'

type Event = RunEventsAnswer['events'][number]

/** Follows a run live: asks for what is new well within a second, and keeps every event that it has seen. */
export function useRun(id: () => number | undefined): {
  events: Ref<Event[]>
  state: Ref<RunEventsAnswer['state'] | null>
  error: Ref<ApiError | null>
  act: (what: string, body?: unknown) => Promise<void>
} {
  const events = ref<Event[]>([]) as Ref<Event[]>
  const state = ref<RunEventsAnswer['state'] | null>(null)
  const error = ref<ApiError | null>(null)
  let timer = 0
  let asked = 0
  let gone = false

  /**
   * Asks for what is new, and again after a while. An answer that a later question has overtaken is dropped: it would
   * show a state that is over.
   */
  async function beat(): Promise<void> {
    window.clearTimeout(timer)
    const run = id()
    if (run === undefined) return
    const number = ++asked
    try {
      const answer = await api.get<RunEventsAnswer>(
        `runs/${run}/events?after=${events.value[events.value.length - 1]?.sequence ?? 0}`,
      )
      if (number !== asked) return
      const seen = new Set(events.value.map((event) => event.sequence))
      events.value.push(...answer.events.filter((event) => !seen.has(event.sequence)))
      state.value = answer.state
      if (error.value?.status === 0) error.value = null
    } catch (caught) {
      if (number !== asked) return
      error.value = caught as ApiError
    }
    if (!gone && state.value?.status !== 'ended') timer = window.setTimeout(() => void beat(), pace())
  }

  /**
   * A run at work is asked about well within a second. One that waits for a person, or that nobody looks at, is asked
   * about less often.
   */
  const pace = (): number => {
    if (document.hidden) return 2000
    return ['stopped', 'gated', 'asked'].includes(state.value?.status ?? '') ? 1200 : 600
  }

  async function act(what: string, body: unknown = {}): Promise<void> {
    try {
      await api.post(`runs/${id()}/${what}`, body)
      error.value = null
    } catch (caught) {
      error.value = caught as ApiError
    }
    await beat()
  }

  watch(id, () => void beat(), { immediate: true })
  onUnmounted(() => {
    gone = true
    window.clearTimeout(timer)
  })
  return { events, state, error, act }
}
