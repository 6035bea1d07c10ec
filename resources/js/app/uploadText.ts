import { Upload } from 'tus-js-client'
import { t } from './i18n'
import { ApiError, pageToken } from './client'
import type { ErrorAnswer } from '../generated/api'

const pieceBytes = 4 << 20

/** Sends a bench file in pieces, however large it is, and tells the number under which it has arrived. */
export function uploadBench(text: string): Promise<string> {
  return new Promise((done, failed) => {
    const upload = new Upload(new Blob([text]), {
      endpoint: '/api/uploads',
      chunkSize: pieceBytes,
      retryDelays: [300, 1000, 3000, 5000, 10_000],
      headers: { 'X-CSRF-TOKEN': pageToken(), Accept: 'application/json' },
      metadata: { filename: 'tornavis-bench.json', for: 'bench' },
      storeFingerprintForResuming: false,
      onError: (error) => {
        const response = (error as { originalResponse?: { getBody(): string; getStatus(): number } | null })
          .originalResponse
        const body = response?.getBody() ?? ''
        const answer = body.startsWith('{') ? (JSON.parse(body) as ErrorAnswer) : null
        failed(
          new ApiError(answer?.message ?? t('app.uploadText.uploadBrokeOffTry'), answer, response?.getStatus() ?? 0),
        )
      },
      onSuccess: () => done(upload.url?.split('/').pop() ?? ''),
    })
    upload.start()
  })
}
