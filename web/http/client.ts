import { v4 as newId } from 'uuid'
import type { Problem } from '@sleetfall/contract'
import { useConnection } from './connection.ts'
import { ApiError, GivenUp } from './problem.ts'

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

const waits = [500, 1000, 2000, 3000]
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

async function once(method: Method, path: string, body: unknown, writeId: string | null): Promise<Response | null> {
  const headers: Record<string, string> = { Accept: 'application/json' }
  if (body !== undefined) headers['Content-Type'] = 'application/json'
  if (writeId !== null) headers['X-Write-Id'] = writeId
  try {
    const response = await fetch(`/api${path}`, {
      method,
      headers,
      body: body === undefined ? null : JSON.stringify(body),
    })
    return response.status >= 502 ? null : response
  } catch {
    return null
  }
}

/**
 * One request, repeated until the server answers. A write keeps its id over all tries, so that it takes effect
 * once. When the session has ended it waits for a new sign-in and goes on. Throws `ApiError` with the server's
 * reason, or `GivenUp` when the user stops waiting.
 */
async function request<T>(method: Method, path: string, body?: unknown): Promise<T> {
  const connection = useConnection()
  const writeId = method === 'GET' ? null : newId()
  const patience = connection.givenUp
  for (let attempt = 0; ; attempt += 1) {
    const response = await once(method, path, body, writeId)
    if (response === null) {
      if (connection.givenUp !== patience) throw new GivenUp('Not sent: the server did not answer.')
      connection.away = true
      await sleep(waits[Math.min(attempt, waits.length - 1)]!)
      if (connection.givenUp !== patience) throw new GivenUp('Not sent: the server did not answer.')
      continue
    }
    connection.away = false
    if (response.ok) return (response.status === 204 ? null : await response.json()) as T
    const problem = (await response.json()) as Problem
    if (problem.code === 'not-signed-in' && path !== '/session') {
      await connection.untilSignedIn()
      continue
    }
    throw new ApiError(problem)
  }
}

export const get = <T>(path: string) => request<T>('GET', path)
export const post = <T>(path: string, body: unknown) => request<T>('POST', path, body)
export const put = <T>(path: string, body: unknown) => request<T>('PUT', path, body)
export const remove = <T>(path: string) => request<T>('DELETE', path)
