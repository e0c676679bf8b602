import 'fake-indexeddb/auto'
import { afterEach, beforeAll, beforeEach, describe, expect, test } from '@jest/globals'
import { createPinia, setActivePinia } from 'pinia'
import type { serveWith as Serve } from '../test/inApp.ts'
import type * as Client from './client.ts'
import type * as Connection from './connection.ts'
import type * as Device from './device.ts'

let device: Awaited<ReturnType<(typeof Device)['device']>>
let [keepAnswer, keptAnswer, forgetAnswers] = [] as unknown as [
  (typeof Device)['keepAnswer'],
  (typeof Device)['keptAnswer'],
  (typeof Device)['forgetAnswers'],
]
let get: (typeof Client)['get']
let useConnection: (typeof Connection)['useConnection']
beforeAll(async () => {
  // The stand-in of the browser's database has to be there before.
  const own = await import('./device.ts')
  ;({ keepAnswer, keptAnswer, forgetAnswers } = own)
  device = await own.device()
  ;({ serveWith } = await import('../test/inApp.ts'))
  ;({ get } = await import('./client.ts'))
  ;({ useConnection } = await import('./connection.ts'))
})
let serveWith: typeof Serve
let server: ReturnType<typeof Serve>
let answers: Record<string, { readonly status: number; readonly body?: unknown } | 'away'>
beforeEach(async () => {
  setActivePinia(createPinia())
  await device.clear('answers')
  answers = {}
  server = serveWith((_method, path) => answers[path] ?? 'away')
})
afterEach(() => server.restore())
/** Until what is kept beside an answer lies on the device. */
const written = () => new Promise((resolve) => setTimeout(resolve, 30))

describe('what a device keeps', () => {
  test('a trial and the session are shown without a network as they were last, and that is said', async () => {
    answers = {
      '/session': { status: 200, body: { user: { id: 'u' } } },
      '/trials/t': { status: 200, body: { id: 't', version: 3 } },
    }
    await get('/session')
    await get('/trials/t')
    await written()
    expect(useConnection().keptAt).toBeNull()
    answers = {}
    expect(await get('/session')).toEqual({ user: { id: 'u' } })
    expect(await get('/trials/t')).toEqual({ id: 't', version: 3 })
    expect(Date.now() - useConnection().keptAt!).toBeLessThan(60_000)
    expect(useConnection().away).toBe(false)
    // It answers again: what it says counts.
    answers = { '/trials/t': { status: 200, body: { id: 't', version: 4 } } }
    expect(await get('/trials/t')).toEqual({ id: 't', version: 4 })
    expect(useConnection().keptAt).toBeNull()
  })

  test('customers, balls and everything else of the shop do not lie on it', async () => {
    for (const path of ['/customers?limit=50', '/balls/b', '/trialsome', '/session/list', '/staff'])
      await keepAnswer(path, {})
    expect(await device.count('answers')).toBe(0)
  })

  test('is not believed for ever, and a session that has ended is forgotten', async () => {
    const hours = (n: number) => Date.now() - n * 3_600_000
    for (const one of [
      { path: '/session', body: 1, at: hours(13) },
      { path: '/trials/t', body: 2, at: hours(13) },
      { path: '/trials/old', body: 3, at: hours(15 * 24) },
    ])
      await device.put('answers', one)
    expect([
      await keptAnswer('/session'),
      (await keptAnswer('/trials/t'))?.body,
      await keptAnswer('/trials/old'),
    ]).toEqual([null, 2, null])
    await keepAnswer('/session', { user: {} })
    answers = { '/session': { status: 401, body: { code: 'not-signed-in', detail: 'no', status: 401 } } }
    await expect(get('/session')).rejects.toThrow()
    await written()
    expect(await keptAnswer('/session')).toBeNull()
    await forgetAnswers()
    expect(await device.count('answers')).toBe(0)
  })

  test('does not grow without end: the oldest answers go', async () => {
    for (let i = 0; i < 210; i += 1)
      await device.put('answers', { path: `/trials/${i}`, body: i, at: Date.now() - 1000 + i })
    await keepAnswer('/trials/new', 'new')
    expect(await device.count('answers')).toBe(200)
    expect([await keptAnswer('/trials/0'), (await keptAnswer('/trials/new'))?.body]).toEqual([null, 'new'])
  })
})

describe('what was typed and not saved', () => {
  test('stays for a week under its member and its form, and goes when they sign out or it is saved', async () => {
    const { keepDraft, keptDraft, forgetDrafts } = await import('./device.ts')
    await keepDraft('anna customer new', { values: { name: 'Odd' } })
    await keepDraft('bert customer new', { values: { name: 'Other' }, also: [1] })
    expect(await keptDraft('anna customer new')).toMatchObject({ values: { name: 'Odd' } })
    expect(await keptDraft('anna customer 7')).toBeNull()
    await keepDraft('anna ball new', { values: { name: 'B' } })
    await forgetDrafts('anna')
    expect(await keptDraft('anna customer new')).toBeNull()
    expect(await keptDraft('anna ball new')).toBeNull()
    expect(await keptDraft('bert customer new')).toMatchObject({ also: [1] })
    const old = (await device.get('drafts', 'bert customer new'))!
    await device.put('drafts', { ...old, at: Date.now() - 8 * 86_400_000 })
    expect(await keptDraft('bert customer new')).toBeNull()
    // The next that is kept clears away what is too old.
    await keepDraft('anna ball 1', { values: {} })
    expect(await device.getAllKeys('drafts')).toEqual(['anna ball 1'])
    await keepDraft('anna ball 1', null)
    expect(await device.count('drafts')).toBe(0)
  })
})
