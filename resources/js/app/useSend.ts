import { useMutation, useQueryClient } from '@tanstack/vue-query'
import type { ComputedRef, Ref } from 'vue'
import { computed } from 'vue'
import { ask, type ApiError } from './client'

type Call<T> = () => Promise<{ data?: T }>
type Send = <T>(call: Call<T>) => Promise<{ data: T } | null>

/**
 * Sends what a person does, and keeps what was wrong with it. Both ways answer null where it was refused.
 *
 * After `send` every open page asks anew what it shows, after a refusal too: it may have shown what has changed since.
 * `sendQuestion` is for what changes nothing.
 */
export function useSend(): {
  send: Send
  sendQuestion: Send
  refused: ComputedRef<ApiError | null>
  busy: Ref<boolean>
  forget: () => void
} {
  const queries = useQueryClient()
  const mutation = useMutation<unknown, ApiError, Call<unknown>>({
    mutationFn: (call) => ask(call()),
    networkMode: 'always',
  })
  async function sendQuestion<T>(call: Call<T>): Promise<{ data: T } | null> {
    try {
      return { data: (await mutation.mutateAsync(call)) as T }
    } catch {
      return null
    }
  }
  async function send<T>(call: Call<T>): Promise<{ data: T } | null> {
    const sent = await sendQuestion(call)
    void queries.invalidateQueries()
    return sent
  }

  return {
    send,
    sendQuestion,
    refused: computed(() => mutation.error.value),
    busy: mutation.isPending,
    forget: () => mutation.reset(),
  }
}
