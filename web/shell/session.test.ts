import { afterEach, beforeEach, describe, expect, test } from '@jest/globals'
import type { Problem } from '@sleetfall/contract'
import { createPinia, setActivePinia } from 'pinia'
import { useConnection } from '../http/connection.ts'
import { type FakeServer, serveWith } from '../test/inApp.ts'
import { useSession } from './session.ts'

let server: ReturnType<typeof serveWith> | null = null
beforeEach(() => setActivePinia(createPinia()))
afterEach(() => server?.restore())

describe('a shared tablet is left to whoever comes next', () => {
  const leave = async (answer: ReturnType<FakeServer['answer']>) => {
    server = serveWith(() => answer)
    const left = await useSession().lock()
    expect(server.asked.map(({ method, path }) => `${method} ${path}`)).toEqual(['POST /session/lock'])
    return left
  }
  const refusal = (code: Problem['code'], status: number) => ({
    status,
    body: { type: '', title: '', status, code, detail: `because of ${code}` },
  })

  test('and asks who works here', async () => {
    expect(await leave({ status: 200, body: { locked: true } })).toBe(true)
    expect(useConnection().signedOut).toBe(true)
  })

  test('so it does where the session had ended already', async () => {
    expect(await leave(refusal('not-signed-in', 401))).toBe(true)
    expect(useConnection().signedOut).toBe(true)
  })

  test('not without a network, and says so to who asked', async () => {
    expect(await leave('away')).toBe(false)
    expect(useConnection().signedOut).toBe(false)
  })

  test('nor where the server refuses, with its reason', async () => {
    await expect(leave(refusal('internal', 500))).rejects.toThrow('because of internal')
    expect(useConnection().signedOut).toBe(false)
  })
})
