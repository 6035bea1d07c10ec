import createClient from 'openapi-fetch'
import { t } from './i18n'
import type { ErrorAnswer, paths } from '../generated/api'

/** What the server said when it refused: the sentence to show, and what to do where it says so. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly answer: ErrorAnswer | null = null,
    readonly status: number = 0,
  ) {
    super(message)
  }
}

/** Shows that a request comes from a page of this application. */
export const pageToken = (): string => document.querySelector<HTMLMetaElement>('meta[name="csrf-token"]')?.content ?? ''

/** The same from the cookies, which another page of this browser may have changed since this one was loaded. */
const cookieToken = (): string | null => {
  const found = document.cookie.split('; ').find((one) => one.startsWith('XSRF-TOKEN='))
  return found === undefined ? null : decodeURIComponent(found.slice('XSRF-TOKEN='.length))
}

/** Every address of the API with the types of what it takes and answers, from docs/formats/api/openapi.json. */
export const client = createClient<paths>({ baseUrl: '/api', headers: { Accept: 'application/json' } })

client.use({
  onRequest({ request }) {
    const token = cookieToken()
    if (token === null) request.headers.set('X-CSRF-TOKEN', pageToken())
    else request.headers.set('X-XSRF-TOKEN', token)
  },
  async onResponse({ response }) {
    if (response.ok) return
    const answer = (await response
      .clone()
      .json()
      .catch(() => null)) as ErrorAnswer | null
    throw new ApiError(
      answer?.message ?? t('app.client.serverAnsweredStatus', { status: response.status }),
      answer,
      response.status,
    )
  },
  onError({ error }) {
    return error instanceof ApiError ? error : new ApiError(t('app.client.applicationDoesNotAnswer'))
  },
})

/**
 * The data of an answer.
 *
 * @throws ApiError where the server refused, did not answer, or broke off
 */
export async function ask<T>(call: Promise<{ data?: T }>): Promise<T> {
  try {
    return (await call).data as T
  } catch (caught) {
    throw caught instanceof ApiError ? caught : new ApiError(t('app.client.answerApplicationBrokeOff'))
  }
}

/** What an address takes as the body of a POST. */
export type Body<P extends keyof paths> = paths[P] extends {
  post: { requestBody: { content: { 'application/json': infer B } } }
}
  ? B
  : never

/** Sends the text of a file unchanged as the body; the server says what is wrong with it. */
export const asItIs = (text: string): { body: never; bodySerializer: (body: unknown) => string } => ({
  body: text as never,
  bodySerializer: (body) => body as string,
})
