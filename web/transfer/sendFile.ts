import type { Problem } from '@sleetfall/contract'
import { ApiError, NotSent } from '../http/problem.ts'

/** Sends a file whole, telling how much of it has gone; `signal` stops it. Throws the server's reason, or `NotSent`. */
export function sendFile<T>(
  path: string,
  file: Blob,
  { progress, signal }: { progress: (share: number) => void; signal: AbortSignal },
): Promise<T> {
  // `fetch` does not tell how far it is.
  const request = new XMLHttpRequest()
  return new Promise<T>((resolve, reject) => {
    request.open('PUT', `/api${path}`)
    request.setRequestHeader('Content-Type', 'application/octet-stream')
    request.upload.onprogress = ({ loaded, total }) => progress(total > 0 ? loaded / total : 0)
    request.onload = () => {
      const body = JSON.parse(request.responseText) as unknown
      if (request.status < 400) resolve(body as T)
      else reject(new ApiError(body as Problem))
    }
    request.onerror = request.onabort = () => reject(new NotSent('Not sent: the server did not answer.'))
    signal.addEventListener('abort', () => request.abort())
    request.send(file)
  })
}
