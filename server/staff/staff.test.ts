import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import supertest from 'supertest'
import { password, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
beforeAll(async () => {
  shop = await testShop()
})
afterAll(() => shop.end())

describe('signing in', () => {
  test('the cookie is for this site and no script, and passwords are argon2id', async () => {
    const answer = await supertest(shop.origin)
      .post('/api/session')
      .set('Origin', shop.origin)
      .send({ login: 'owner', password })
      .expect(200)
    expect(answer.headers['set-cookie']![0]).toMatch(/HttpOnly; SameSite=Lax/)
    const [row] = await shop.database.many<{ passwordHash: string }>('select password_hash from staff')
    expect(row!.passwordHash).toMatch(/^\$argon2id\$/)
  })

  test('a wrong password is refused in the same words as an unknown name, and too many tries are stopped', async () => {
    const attempt = (login: string) =>
      supertest(shop.origin).post('/api/session').set('Origin', shop.origin).send({ login, password: 'wrong' })
    const [known, unknown] = [await attempt('counter'), await attempt('nobody')]
    expect(known.status).toBe(401)
    expect(known.body.detail).toBe(unknown.body.detail)
    for (let i = 0; i < 9; i += 1) await attempt('counter')
    const stopped = await attempt('counter')
    expect(stopped.status).toBe(429)
    expect(stopped.body.code).toBe('too-many-attempts')
  })

  test('nothing is served without a session, and problems carry a code and the request id', async () => {
    const answer = await supertest(shop.origin).get('/api/balls').expect(401)
    expect(answer.headers['content-type']).toMatch(/application\/problem\+json/)
    expect(answer.body).toMatchObject({ code: 'not-signed-in', status: 401, requestId: answer.headers['x-request-id'] })
  })

  test('writes from another site are refused', async () => {
    const post = (origin?: string) => {
      const request = supertest(shop.origin).post('/api/session').send({ login: 'owner', password })
      return origin === undefined ? request : request.set('Origin', origin)
    }
    for (const origin of [undefined, 'http://elsewhere.example', 'null']) {
      expect((await post(origin)).body.code).toBe('wrong-origin')
    }
  })

  test('pages carry a policy without inline script', async () => {
    const { headers } = await supertest(shop.origin).get('/healthz').expect(200)
    // Compiled code of our own is allowed, text run as script is not.
    expect(headers['content-security-policy']).toMatch(/script-src 'self' 'wasm-unsafe-eval'(;|$)/)
    await supertest(shop.origin).get('/readyz').expect(200)
  })
})

describe('staff', () => {
  test('only the owner sees and changes staff, and a shop always keeps one owner', async () => {
    const technician = await shop.signIn('technician')
    expect((await technician.get('/staff')).body.code).toBe('not-allowed')
    const owner = await shop.signIn('owner')
    const me = (await owner.get('/staff')).body.find((one: { login: string }) => one.login === 'owner')
    const demoted = await owner.put(`/staff/${me.id}`, { ...me, role: 'counter' })
    expect(demoted.body.fields).toEqual([
      {
        path: 'role',
        said: { key: 'input.oneOwner', with: { field: { key: 'fields.role' } } },
        message: expect.stringContaining('at least one active owner'),
      },
    ])
    expect((await owner.get('/staff')).body.find((one: { login: string }) => one.login === 'owner').role).toBe('owner')
  })

  test('a taken sign-in name is told at its field', async () => {
    const owner = await shop.signIn('owner')
    const member = { id: randomUUID(), login: 'counter', name: 'Second', role: 'counter', active: true }
    expect((await owner.post('/staff', member)).body.fields[0].path).toBe('login')
  })

  test('how somebody likes to see things is remembered', async () => {
    const technician = await shop.signIn('technician')
    await technician.put('/session/preferences', { units: 'metric', theme: 'dark' }).expect(200)
    expect((await technician.get('/session')).body.preferences).toEqual({
      ...{ units: 'metric', theme: 'dark', language: 'system', inches: 'fractions' },
    })
  })

  test.each([
    ['units', 'cubits'],
    ['inches', 'thirds'],
    ['theme', 'plaid'],
    ['language', 'xx'],
    ['language', 7],
  ])('a preference that is none of the choices is refused by its name: %s %j', async (name, value) => {
    const technician = await shop.signIn('technician')
    const before = (await technician.get('/session')).body.preferences
    const { body } = await technician.put('/session/preferences', { ...before, [name]: value }).expect(422)
    expect(body.fields).toEqual([expect.objectContaining({ path: name })])
    expect((await technician.get('/session')).body.preferences).toEqual(before)
  })

  test('each member has preferences of their own; what one never said is as usual, and the language then the device’s', async () => {
    const [technician, other] = [await shop.signIn('technician'), await shop.signIn('owner')]
    const usual = { units: 'imperial', inches: 'fractions', theme: 'light', language: 'system' }
    expect((await other.get('/session')).body.preferences).toEqual(usual)
    await technician.put('/session/preferences', { ...usual, language: 'de', inches: 'decimals' }).expect(200)
    expect((await technician.get('/session')).body.preferences).toMatchObject({ language: 'de', inches: 'decimals' })
    expect((await other.get('/session')).body.preferences).toEqual(usual)
    // From a page that was opened before there was a language to choose.
    await technician.put('/session/preferences', { units: 'metric', theme: 'dark' }).expect(200)
    expect((await technician.get('/session')).body.preferences).toEqual({ ...usual, units: 'metric', theme: 'dark' })
  })
})
