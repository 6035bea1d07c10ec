import { useQuery } from '@tanstack/vue-query'
import { computed, type ComputedRef, type Ref } from 'vue'
import type { paths } from '../generated/api'
import { ask, client, type ApiError } from './client'

/** How long to wait before asking again where the application did not answer, or had a trouble of its own. */
const ASK_AGAIN_MS = 3000

type Json<A> = { responses: { 200: { content: { 'application/json': A } } } }
type Readable = { [P in keyof paths]: paths[P] extends { get: Json<unknown> } ? P : never }[keyof paths]
type Answer<P extends Readable> = paths[P] extends { get: Json<infer A> } ? A : never
type Words<P extends Readable> = paths[P] extends { get: { parameters: infer W } }
  ? Omit<W, 'header' | 'cookie'>
  : never

const isUnanswered = (error: ApiError): boolean => error.status === 0 || error.status >= 500

/**
 * The answer of one address of the API, asked again on a beat where one is given; the last good answer is kept through
 * an error. The beat may depend on the answer; 0 ends it. Nobody is asked while nobody looks.
 *
 * Where there was no answer, it is asked again without a beat too: a page never stays empty by itself.
 *
 * @param words the values in the path and in the query; null as long as they are not known
 */
export function useAnswer<P extends Readable>(
  path: P,
  words: () => Words<P> | null = () => ({}) as Words<P>,
  everyMs: number | ((answer: Answer<P> | null) => number) = 0,
): { data: ComputedRef<Answer<P> | null>; error: ComputedRef<ApiError | null>; load: () => Promise<void> } {
  const asked = computed(words)
  const query = useQuery<Answer<P>, ApiError>({
    queryKey: computed(() => [path, asked.value]),
    queryFn: ({ signal }) => ask<Answer<P>>(client.GET(path, { params: asked.value, signal } as never)),
    enabled: computed(() => asked.value !== null),
    refetchInterval: ({ state }) =>
      (typeof everyMs === 'number' ? everyMs : everyMs((state.data as Answer<P> | undefined) ?? null)) || false,
    retry: (_, error) => isUnanswered(error),
    retryDelay: ASK_AGAIN_MS,
    // An address that changes in its words shows the last answer until the next has come.
    placeholderData: (previous) => previous,
    shallow: true,
  })
  return {
    data: computed(() => (query.data as Ref<Answer<P> | undefined>).value ?? null),
    error: computed(() => query.error.value ?? query.failureReason.value),
    load: async () => void (await query.refetch()),
  }
}
