import { v4 as newId } from 'uuid'
import type { Problem, Said } from '@sleetfall/contract'
import { hearTime } from './clock.ts'
import { useConnection } from './connection.ts'
import { forgetAnswers, keepAnswer, keptAnswer } from './device.ts'
import { ApiError, NotSent } from './problem.ts'

type Method = 'GET' | 'POST' | 'PUT' | 'DELETE'

/** Names this page, so that it does not hear of its own writes. */
export const pageId = newId()

const waits = [500, 1000, 2000, 3000]
const sleep = (ms: number) => new Promise((resolve) => setTimeout(resolve, ms))

/** An answer whose body came whole; null when the server did not answer or broke off in the middle. */
interface Answer {
  readonly ok: boolean
  readonly body: unknown
}

/** Why a server that answers cannot do it now, where that is more than that it is away. */
async function reasonOf(response: Response): Promise<Said | null> {
  const problem = (await response.json().catch(() => null)) as Partial<Problem> | null
  return problem?.code === 'disk-full' ? (problem.said ?? null) : null
}

async function once(method: Method, path: string, body: unknown, writeId: string | null): Promise<Answer | null> {
  const headers: Record<string, string> = { Accept: 'application/json' }
  if (body !== undefined) headers['Content-Type'] = 'application/json'
  if (writeId !== null) headers['X-Write-Id'] = writeId
  if (method !== 'GET') headers['X-Page'] = pageId
  const asked = Date.now()
  const connection = useConnection()
  const slow = connection.takingLong()
  try {
    const response = await fetch(`/api${path}`, {
      method,
      headers,
      body: body === undefined ? null : JSON.stringify(body),
    })
    hearTime(response.headers.get('date'), asked, Date.now())
    if (response.status >= 502) {
      connection.awayBecause = await reasonOf(response)
      return null
    }
    // Reading the body is part of asking: one that breaks off is asked for again, under the same id.
    const text = await response.text()
    return { ok: response.ok, body: text === '' ? null : (JSON.parse(text) as unknown) }
  } catch {
    return null
  } finally {
    slow.end()
  }
}

/**
 * One request, repeated until the server answers. A write keeps its id over all tries, so that it takes effect
 * once. When the session has ended it waits for a new sign-in and goes on. Throws `ApiError` with the server's
 * reason, or `NotSent` when the user stops waiting.
 */
async function request<T>(method: Method, path: string, body?: unknown, id?: string): Promise<T> {
  const connection = useConnection()
  const writeId = method === 'GET' ? null : (id ?? newId())
  const patience = connection.givenUp
  for (let attempt = 0; ; attempt += 1) {
    const answer = await once(method, path, body, writeId)
    if (answer === null) {
      if (connection.givenUp !== patience) throw new NotSent('Not sent: the server did not answer.')
      const kept = method === 'GET' ? await keptAnswer(path) : null
      if (kept) {
        connection.keptAt = kept.at
        return kept.body as T
      }
      connection.away = true
      await sleep(waits[Math.min(attempt, waits.length - 1)]!)
      if (connection.givenUp !== patience) throw new NotSent('Not sent: the server did not answer.')
      continue
    }
    connection.away = false
    connection.keptAt = null
    if (answer.ok) {
      if (method === 'GET') void keepAnswer(path, answer.body)
      return answer.body as T
    }
    const problem = answer.body as Problem
    if (method === 'GET') void forgetAnswers(path)
    if (problem.code === 'not-signed-in' && path !== '/session') {
      await connection.untilSignedIn()
      continue
    }
    throw new ApiError(problem)
  }
}

/**
 * One try in the background, without the bar that tells of waiting: null when the server did not answer. Whoever asks keeps what
 * was to be sent, and its id.
 */
export async function trySend<T>(
  method: Exclude<Method, 'GET'>,
  path: string,
  body: unknown,
  id: string,
): Promise<T | null> {
  const answer = await once(method, path, body, id)
  if (answer === null) return null
  if (answer.ok) return answer.body as T
  throw new ApiError(answer.body as Problem)
}

export const get = <T>(path: string) => request<T>('GET', path)
/** `id` names the write when somebody else keeps it, such as a queue on the device. */
export const post = <T>(path: string, body: unknown, id?: string) => request<T>('POST', path, body, id)
export const put = <T>(path: string, body: unknown) => request<T>('PUT', path, body)
export const remove = <T>(path: string) => request<T>('DELETE', path)
