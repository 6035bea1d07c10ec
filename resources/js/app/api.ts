import type { ErrorAnswer } from '../generated/api'

/** What the server said when it refused: the sentence to show, and what to do where it says so. */
export class ApiError extends Error {
  constructor(
    message: string,
    readonly answer: ErrorAnswer | null,
    readonly status: number,
  ) {
    super(message)
  }
}

const token = (): string => document.querySelector<HTMLMetaElement>('meta[name="csrf-token"]')?.content ?? ''

async function request<T>(method: string, path: string, body?: unknown): Promise<T> {
  let response: Response
  try {
    response = await fetch(`/api/${path}`, {
      method,
      headers: { Accept: 'application/json', 'Content-Type': 'application/json', 'X-CSRF-TOKEN': token() },
      ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    })
  } catch {
    throw new ApiError('The application does not answer. Start it again; nothing is lost.', null, 0)
  }
  if (!response.ok) {
    const answer = (await response.json().catch(() => null)) as ErrorAnswer | null
    throw new ApiError(
      answer?.message ?? `The server answered with status ${response.status}.`,
      answer,
      response.status,
    )
  }
  if (response.status === 204) return undefined as T
  return (await response.json().catch(() => {
    throw new ApiError('The answer of the application broke off. Try again; nothing is lost.', null, 0)
  })) as T
}

export const api = {
  get: <T>(path: string) => request<T>('GET', path),
  post: <T>(path: string, body: unknown = {}) => request<T>('POST', path, body),
  put: <T>(path: string, body: unknown) => request<T>('PUT', path, body),
  patch: <T>(path: string, body: unknown) => request<T>('PATCH', path, body),
  delete: (path: string) => request<void>('DELETE', path),
}
