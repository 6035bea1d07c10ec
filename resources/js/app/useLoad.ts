import { onMounted, onUnmounted, ref, type Ref } from 'vue'
import { api, type ApiError } from './api'

/** How long to wait before asking again where the application did not answer, or had a trouble of its own. */
const ASK_AGAIN_MS = 3000

/**
 * Loads one address of the API, and again on a beat where one is given; keeps the last good answer through an error.
 * The beat may depend on the answer; 0 ends it. An answer that a later question has overtaken is dropped.
 * Where there was no answer, it is asked again without a beat too: a page never stays empty by itself.
 */
export function useLoad<T>(
  path: () => string,
  everyMs: number | ((answer: T | null) => number) = 0,
): { data: Ref<T | null>; error: Ref<ApiError | null>; load: () => Promise<void> } {
  const data = ref<T | null>(null) as Ref<T | null>
  const error = ref<ApiError | null>(null)
  let timer = 0
  let asked = 0
  let gone = false
  async function load(): Promise<void> {
    window.clearTimeout(timer)
    // Nobody looks: it is asked when somebody does again.
    if (document.hidden && data.value !== null) return
    const number = ++asked
    let answer = data.value
    let refused: ApiError | null = null
    try {
      answer = await api.get<T>(path())
    } catch (caught) {
      refused = caught as ApiError
    }
    if (number !== asked || gone) return
    data.value = answer
    error.value = refused
    const beat = typeof everyMs === 'number' ? everyMs : everyMs(data.value)
    const unanswered = refused !== null && (refused.status === 0 || refused.status >= 500)
    const wait = unanswered ? Math.max(beat, ASK_AGAIN_MS) : beat
    if (wait > 0) timer = window.setTimeout(() => void load(), wait)
  }
  const seenAgain = (): void => {
    if (!document.hidden) void load()
  }
  onMounted(() => {
    document.addEventListener('visibilitychange', seenAgain)
    void load()
  })
  onUnmounted(() => {
    gone = true
    document.removeEventListener('visibilitychange', seenAgain)
    window.clearTimeout(timer)
  })
  return { data, error, load }
}
