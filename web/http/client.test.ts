import { afterEach, beforeEach, describe, expect, jest, test } from '@jest/globals'
import { type Problem, said, wrong } from '@sleetfall/contract'
import { createPinia, setActivePinia } from 'pinia'
import { type FakeServer, serveWith } from '../test/inApp.ts'
import { get, post, put, remove, trySend } from './client.ts'
import { clockAheadMs, nowIso, nowMs } from './clock.ts'
import { useConnection } from './connection.ts'
import { ApiError, NotSent, errorText } from './problem.ts'

let server: ReturnType<typeof serveWith> | null = null
beforeEach(() => {
  setActivePinia(createPinia())
  jest.useFakeTimers()
})
afterEach(() => {
  server?.restore()
  jest.useRealTimers()
})
/** Answers one after the other; the last one stays. */
function answers(...given: ReturnType<FakeServer['answer']>[]) {
  let at = 0
  server = serveWith(() => given[Math.min(at++, given.length - 1)]!)
  return server
}
const problem = (code: Problem['code'], status: number, more: Partial<Problem> = {}) => ({
  status,
  body: { type: '', title: '', status, code, detail: `because of ${code}`, ...more },
})
/** Lets waits pass until the promise has settled. */
async function settle<T>(promise: Promise<T>): Promise<T> {
  let done = false
  const watched = promise.finally(() => (done = true))
  watched.catch(() => {})
  for (let turn = 0; turn < 60 && !done; turn += 1) await jest.advanceTimersByTimeAsync(500)
  return watched
}

describe('a request', () => {
  test('gives the answer’s body, and nothing for an empty one', async () => {
    answers({ status: 200, body: { id: 'a' } }, { status: 204 })
    expect(await get('/balls/a')).toEqual({ id: 'a' })
    expect(await remove('/balls/a')).toBeNull()
    expect(server!.asked.map(({ method, path }) => `${method} ${path}`)).toEqual(['GET /balls/a', 'DELETE /balls/a'])
  })

  test('only a write has an id; each has its own, and a given one is kept', async () => {
    answers({ status: 200, body: {} })
    await get('/balls')
    await post('/balls', {})
    await put('/balls/a', {})
    await post('/shots', {}, 'given')
    const ids = server!.asked.map((one) => one.writeId)
    expect(ids[0]).toBeNull()
    expect(ids[1]).toMatch(/^[0-9a-f-]{36}$/)
    expect(ids[2]).not.toBe(ids[1])
    expect(ids[3]).toBe('given')
  })

  test.each([['away' as const], ['cut' as const], [{ status: 503, body: {} }]])(
    'that gets no whole answer (%j) is asked again under the same id, and a bar says so until it came',
    async (trouble) => {
      answers(trouble, trouble, { status: 200, body: { saved: true } })
      const connection = useConnection()
      const saving = post('/trials', { question: 'Which?' })
      await jest.advanceTimersByTimeAsync(10)
      expect(connection.away).toBe(true)
      expect(await settle(saving)).toEqual({ saved: true })
      expect(connection.away).toBe(false)
      expect(server!.asked).toHaveLength(3)
      expect(new Set(server!.asked.map((one) => one.writeId)).size).toBe(1)
      expect(new Set(server!.asked.map((one) => JSON.stringify(one.body))).size).toBe(1)
    },
  )

  test('waits longer between tries, up to three seconds', async () => {
    answers('away')
    const asking = get('/balls')
    asking.catch(() => {})
    const counts: number[] = []
    for (const ms of [400, 700, 1000, 2000, 3000, 3000]) {
      await jest.advanceTimersByTimeAsync(ms)
      counts.push(server!.asked.length)
    }
    expect(counts).toEqual([1, 2, 3, 4, 5, 6])
    useConnection().giveUp()
    await expect(settle(asking)).rejects.toBeInstanceOf(NotSent)
  })

  test('that is given up says that it was not sent, and what is asked afterwards is not given up with it', async () => {
    answers('away', 'away', { status: 200, body: { n: 1 } })
    const first = post('/balls', {})
    first.catch(() => {})
    await jest.advanceTimersByTimeAsync(10)
    useConnection().giveUp()
    await expect(settle(first)).rejects.toThrow('Not sent')
    expect(useConnection().away).toBe(false)
    expect(await settle(get('/balls'))).toEqual({ n: 1 })
  })

  test('after the session ended waits for a new sign-in, then goes on under the same id', async () => {
    answers(problem('not-signed-in', 401), { status: 200, body: { saved: true } })
    const connection = useConnection()
    const saving = post('/balls', { name: 'Ruddock' })
    await jest.advanceTimersByTimeAsync(10)
    expect(connection.signedOut).toBe(true)
    expect(server!.asked).toHaveLength(1)
    connection.signedInAgain()
    expect(await settle(saving)).toEqual({ saved: true })
    expect(server!.asked[1]!.writeId).toBe(server!.asked[0]!.writeId)
    expect(connection.signedOut).toBe(false)
  })

  test('for a sign-in itself a refusal is told and not waited out', async () => {
    answers(problem('not-signed-in', 401))
    await expect(settle(post('/session', {}))).rejects.toBeInstanceOf(ApiError)
    expect(useConnection().signedOut).toBe(false)
  })

  test.each([400, 403, 404, 409, 422, 429])('that is refused with %i is not repeated', async (status) => {
    answers(problem('refused', status))
    await expect(settle(post('/balls', {}))).rejects.toThrow('because of refused')
    expect(server!.asked).toHaveLength(1)
  })
})

describe('one try in the background', () => {
  test('shows no bar: nothing when nobody answered, the body when somebody did, the reason when it was refused', async () => {
    answers('away', { status: 200, body: { id: 't' } }, problem('invalid-input', 422))
    expect(await trySend('POST', '/trials/t/shots', {}, 'w')).toBeNull()
    expect(useConnection().away).toBe(false)
    expect(await trySend('POST', '/trials/t/shots', {}, 'w')).toEqual({ id: 't' })
    await expect(trySend('POST', '/trials/t/shots', {}, 'w')).rejects.toBeInstanceOf(ApiError)
    expect(server!.asked.map((one) => one.writeId)).toEqual(['w', 'w', 'w'])
  })
})

describe('words of an error', () => {
  test('are those of its fields, else its reason; anything else by its own message', () => {
    const fields = [
      { path: 'name', said: wrong('name', 'fillIn'), message: '' },
      { path: 'grit', said: wrong('grit', 'range', { min: 180, max: 10_000 }), message: '' },
    ]
    const refused = (more: Partial<Problem>) =>
      new ApiError(problem('invalid-input', 422, more).body as unknown as Problem)
    expect(errorText(refused({ fields }))).toBe('Name: please fill this in · Grit: 180 to 10000')
    expect(errorText(refused({ said: said('refused.busy') }))).toBe('The server is busy; it is tried again.')
    // Of what stands between here and the server nobody knows more than it wrote.
    expect(errorText(refused({}))).toBe('because of invalid-input')
    expect(errorText(new Error('out of paper'))).toBe('out of paper')
    expect(errorText('plain')).toBe('plain')
  })
})

describe('what is going on is said', () => {
  test('a disk that is full is named, and the write goes on by itself when there is room', async () => {
    const full = problem('disk-full', 503, { said: said('refused.diskFull') })
    answers(full, full, { status: 200, body: { id: 'a' } })
    const saved = post('/customers', {})
    await jest.advanceTimersByTimeAsync(600)
    expect(useConnection().away).toBe(true)
    expect(useConnection().awayBecause).toEqual(said('refused.diskFull'))
    expect(await settle(saved)).toEqual({ id: 'a' })
    expect(new Set(server!.asked.map((one) => one.writeId)).size).toBe(1)
    expect(useConnection().away).toBe(false)
  })

  test('an answer that is long in coming counts as slow until it is there', async () => {
    answers({ status: 200, body: {} })
    const whole = globalThis.fetch
    globalThis.fetch = (async (...given: Parameters<typeof fetch>) => {
      await new Promise((resolve) => setTimeout(resolve, 20_000))
      return whole(...given)
    }) as typeof fetch
    const asked = get('/balls')
    await jest.advanceTimersByTimeAsync(5000)
    expect(useConnection().slow).toBe(0)
    await jest.advanceTimersByTimeAsync(5000)
    expect(useConnection().slow).toBe(1)
    await settle(asked)
    expect(useConnection().slow).toBe(0)
    globalThis.fetch = whole
  })

  test('a device whose clock is wrong takes the shop’s time; a second or a slow way makes it no wrong one', async () => {
    const at = (ms: number) => new Date(Date.now() + ms).toUTCString()
    const dates = [-3 * 3_600_000, 0, -4000, 26 * 3_600_000]
    let which = 0
    server = serveWith(() => ({ status: 200, body: {}, date: at(dates[which]!) }))
    await get('/shop')
    expect(Math.round(clockAheadMs.value / 3_600_000)).toBe(3)
    expect(Math.abs(Date.parse(nowIso()) - (Date.now() - 3 * 3_600_000))).toBeLessThan(2000)
    for (which of [1, 2]) {
      await get('/shop')
      expect(clockAheadMs.value).toBe(0)
      expect(nowMs()).toBe(Date.now())
    }
    which = 3
    await get('/shop')
    expect(Math.round(clockAheadMs.value / 3_600_000)).toBe(-26)
    which = 1
    await get('/shop')
    expect(clockAheadMs.value).toBe(0)
  })
})
