import { useMutation, useQueryClient } from '@tanstack/vue-query'
import type { ComputedRef, Ref } from 'vue'
import { computed } from 'vue'
import { ask, type ApiError } from './client'

/**
 * Sends what a person does, and keeps what was wrong with it. Whatever a page shows is asked anew afterwards, after a
 * refusal too: the page may have shown what has changed since.
 *
 * @param changes false for a question that changes nothing
 */
export function useSend(changes = true): {
  send: <T>(call: () => Promise<{ data?: T }>) => Promise<{ data: T } | null>
  refused: ComputedRef<ApiError | null>
  busy: Ref<boolean>
  forget: () => void
} {
  const queries = useQueryClient()
  const mutation = useMutation<unknown, ApiError, () => Promise<{ data?: unknown }>>({
    mutationFn: (call) => ask(call()),
    onSettled: () => void (changes && queries.invalidateQueries()),
    networkMode: 'always',
  })

  return {
    /** Null where it was refused. */
    send: async <T>(call: () => Promise<{ data?: T }>) => {
      try {
        return { data: (await mutation.mutateAsync(call)) as T }
      } catch {
        return null
      }
    },
    refused: computed(() => mutation.error.value),
    busy: mutation.isPending,
    forget: () => mutation.reset(),
  }
}
