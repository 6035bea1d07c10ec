import { onMounted, onUnmounted, ref, type Ref } from 'vue'
import { api, type ApiError } from './api'

/**
 * Loads one address of the API, and again on a beat where one is given; keeps the last good answer through an error.
 * The beat may depend on the answer; 0 ends it. An answer that a later question has overtaken is dropped.
 */
export function useLoad<T>(path: () => string, everyMs: number | ((answer: T | null) => number) = 0): { data: Ref<T | null>; error: Ref<ApiError | null>; load: () => Promise<void> } {
  const data = ref<T | null>(null) as Ref<T | null>
  const error = ref<ApiError | null>(null)
  let timer = 0
  let asked = 0
  let gone = false
  async function load(): Promise<void> {
    window.clearTimeout(timer)
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
    const wait = typeof everyMs === 'number' ? everyMs : everyMs(data.value)
    if (wait > 0) timer = window.setTimeout(() => void load(), wait)
  }
  onMounted(() => void load())
  onUnmounted(() => {
    gone = true
    window.clearTimeout(timer)
  })
  return { data, error, load }
}
