import { onMounted, onUnmounted, ref, type Ref } from 'vue'
import { api, ApiError } from './api'

/** Loads one address of the API, and again on a beat where one is given; keeps the last good answer through an error. */
export function useLoad<T>(path: () => string, everyMs = 0): { data: Ref<T | null>; error: Ref<ApiError | null>; load: () => Promise<void> } {
  const data = ref<T | null>(null) as Ref<T | null>
  const error = ref<ApiError | null>(null)
  let timer = 0
  let gone = false
  async function load(): Promise<void> {
    try {
      data.value = await api.get<T>(path())
      error.value = null
    } catch (caught) {
      error.value = caught as ApiError
    }
  }
  async function beat(): Promise<void> {
    await load()
    if (everyMs > 0 && !gone) timer = window.setTimeout(() => void beat(), everyMs)
  }
  onMounted(() => void beat())
  onUnmounted(() => {
    gone = true
    window.clearTimeout(timer)
  })
  return { data, error, load }
}
