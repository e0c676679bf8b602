import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import { Secret, TOTP } from 'otpauth'
import supertest from 'supertest'
import { password, testShop } from '../test/shop.ts'
import { makeCode } from './codes.ts'
import { refuseEasyPin } from './password.ts'
import { stepOf } from './secondFactor.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let owner: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  owner = await shop.signIn('owner')
})
afterAll(() => shop.end())

const next = 'wharf-gravel-nine-tulip'
type Agent = ReturnType<typeof supertest.agent>
const browser = () => supertest.agent(shop.origin)
const send = (agent: Agent, method: 'post' | 'put', path: string, body: object = {}) =>
  agent[method](`/api${path}`).set('Origin', shop.origin).set('X-Write-Id', randomUUID()).send(body)
const signIn = (agent: Agent, login: string, secret = password, second?: string) =>
  send(agent, 'post', '/session', { login, password: secret, second })

/** A member of its own for one test, with a password. */
async function member(role = 'technician') {
  const one = { id: randomUUID(), login: `m${randomUUID().slice(0, 8)}`, name: 'Member', role, active: true }
  const saved = (await owner.post('/staff', one).expect(200)).body
  const { code } = (await owner.post(`/staff/${one.id}/code`, {}).expect(200)).body
  const agent = browser()
  await send(agent, 'post', '/session/code', { login: one.login, code, next: password }).expect(204)
  await signIn(agent, one.login).expect(200)
  return { ...one, version: saved.version as number, agent }
}

describe('one-time codes', () => {
  test('set a password once, however they are typed, and end every session', async () => {
    const one = await member()
    const { code } = (await owner.post(`/staff/${one.id}/code`, {}).expect(200)).body
    expect(code).toMatch(/^[2-9A-HJ-NP-Z]{4}(-[2-9A-HJ-NP-Z]{4}){2}$/)
    // Until it is used the present password holds.
    await one.agent.get('/api/session').expect(200)
    const use = (typed: string, login = one.login) =>
      send(browser(), 'post', '/session/code', { login, code: typed, next })
    expect((await use(code, 'counter')).status).toBe(401)
    expect((await use('AAAA-AAAA-AAAA')).body.code).toBe('wrong-credentials')
    expect(
      (await send(browser(), 'post', '/session/code', { login: one.login, code, next: 'password1234' })).status,
    ).toBe(422)
    await use(` ${code.toLowerCase().replaceAll('-', ' ')} `).expect(204)
    await one.agent.get('/api/session').expect(401)
    expect((await signIn(browser(), one.login)).status).toBe(401)
    await signIn(browser(), one.login, next).expect(200)
    expect((await use(code)).status).toBe(401)
  })

  test('die of ten wrong tries, of a day, and of another one', async () => {
    const { id, login } = await member()
    const use = (typed: string) => send(browser(), 'post', '/session/code', { login, code: typed, next })
    const first = await makeCode(shop.database, id)
    const second = await makeCode(shop.database, id)
    expect((await use(first.code)).status).toBe(401)
    await shop.database.run(`update one_time_code set expires_at = now() - interval '1 minute' where staff_id = $1`, [
      id,
    ])
    expect((await use(second.code)).status).toBe(401)
    const third = await makeCode(shop.database, id)
    await shop.database.run('update one_time_code set tries = 10 where staff_id = $1', [id])
    expect((await use(third.code)).status).toBe(401)
  })

  test('a shop that nobody owns is taken over by who has the code, once', async () => {
    const bare = await testShop()
    await bare.database.run('delete from staff')
    const post = (body: object) =>
      supertest(bare.origin).post('/api/session/owner').set('Origin', bare.origin).send(body)
    const door = async () => (await supertest(bare.origin).get('/api/session/door').expect(200)).body
    expect(await door()).toEqual({ needsOwner: true, people: null })
    const { code } = await makeCode(bare.database, null)
    const mine = { code, name: 'Wenna Kettlemoor', login: 'wenna', next }
    expect((await post({ ...mine, code: 'AAAA-AAAA-AAAA' })).status).toBe(401)
    expect((await post({ ...mine, login: 'Wenna K' })).body.fields[0].path).toBe('login')
    const both = await Promise.all([post(mine), post({ ...mine, login: 'other' })])
    expect(both.map(({ status }) => status).sort()).toEqual([200, expect.any(Number)])
    expect(both.find(({ status }) => status === 200)!.body.user.role).toBe('owner')
    expect(await bare.database.many('select role from staff')).toEqual([{ role: 'owner' }])
    expect(await door()).toEqual({ needsOwner: false, people: null })
    const { code: late } = await makeCode(bare.database, null)
    expect((await post({ ...mine, login: 'late', code: late })).body.code).toBe('refused')
    await bare.end()
  })
})

describe('the second factor', () => {
  const codeAt = (secret: string, seconds = 0) =>
    new TOTP({ secret: Secret.fromBase32(secret) }).generate({ timestamp: Date.now() + seconds * 1000 })

  test('gives the codes of RFC 6238', () => {
    // Appendix B, SHA-1, the last six of its eight figures.
    const secret = new Secret({ buffer: new TextEncoder().encode('12345678901234567890').buffer as ArrayBuffer }).base32
    for (const [seconds, code] of [
      [59, '287082'],
      [1_111_111_109, '081804'],
      [1_234_567_890, '005924'],
      [20_000_000_000, '353130'],
    ] as const) {
      expect(stepOf(secret, code, seconds * 1000)).toBe(Math.floor(seconds / 30))
      expect(stepOf(secret, code, seconds * 1000 + 30_000)).toBe(Math.floor(seconds / 30))
      expect(stepOf(secret, code, seconds * 1000 + 120_000)).toBeNull()
    }
  })

  test('is on once its code was right, is asked for then, each code and each recovery code once, and goes off with the password', async () => {
    const { agent, login, id } = await member()
    expect((await send(agent, 'put', '/session/second-factor', { present: password, code: '123456' })).body.code).toBe(
      'wrong-state',
    )
    const { secret, uri } = (await send(agent, 'post', '/session/second-factor').expect(200)).body
    expect(uri).toContain(`secret=${secret}`)
    const on = (present: string, code: string) => send(agent, 'put', '/session/second-factor', { present, code })
    expect((await on(password, '000')).body.fields[0].path).toBe('code')
    expect((await on('not this one', codeAt(secret))).body.fields[0].path).toBe('present')
    const { recovery } = (await on(password, codeAt(secret)).expect(200)).body
    expect(new Set(recovery).size).toBe(10)

    expect((await signIn(browser(), login)).body).toEqual({ secondFactor: true })
    const nobody = browser()
    await signIn(nobody, login)
    await nobody.get('/api/session').expect(401)
    // The code that turned it on is used up; the next one is good once.
    expect((await signIn(browser(), login, password, codeAt(secret))).status).toBe(401)
    const coming = codeAt(secret, 30)
    const both = await Promise.all([1, 2].map(() => signIn(browser(), login, password, coming)))
    expect(both.map(({ status }) => status).sort()).toEqual([200, 401])
    expect((await signIn(browser(), login, 'not this one', codeAt(secret, 30))).body.code).toBe('wrong-credentials')
    await signIn(browser(), login, password, recovery[0].toLowerCase()).expect(200)
    expect((await signIn(browser(), login, password, recovery[0])).status).toBe(401)

    const off = (present: string) => send(agent, 'post', '/session/second-factor/off', { present })
    expect((await off('not this one')).status).toBe(422)
    await off(password).expect(204)
    expect((await signIn(browser(), login)).body.user.login).toBe(login)
    expect(await shop.database.many('select 1 from recovery_code where staff_id = $1', [id])).toEqual([])
  })

  test('stays through an owner’s code for the password, and goes with one of the shop’s machine or by the owner', async () => {
    const { agent, login, id } = await member()
    const { secret } = (await send(agent, 'post', '/session/second-factor')).body
    await send(agent, 'put', '/session/second-factor', { present: password, code: codeAt(secret) }).expect(200)
    const use = (code: string) => send(browser(), 'post', '/session/code', { login, code, next: password }).expect(204)
    await use((await owner.post(`/staff/${id}/code`, {})).body.code)
    expect((await signIn(browser(), login)).body).toEqual({ secondFactor: true })
    await use((await makeCode(shop.database, id, { clearsSecond: true })).code)
    expect((await signIn(browser(), login)).body.user.id).toBe(id)
    await shop.database.run('update staff set totp_secret = $2 where id = $1', [id, secret])
    expect((await owner.post(`/staff/${id}/second-factor/off`, {})).body.hasSecondFactor).toBe(false)
  })
})

describe('a shared tablet', () => {
  test.each(['1111', '1212', '1234', '8765', '1987', '5555'])('%s is no PIN', (pin) => {
    expect(() => refuseEasyPin('pin', pin)).toThrow()
  })

  test('somebody switches to it with a PIN, may no more than a technician, and whoever takes it leaves it locked', async () => {
    const tablet = browser()
    await signIn(tablet, 'technician').expect(200)
    const one = await member('owner')
    const setPin = (pin: string | null, present = password) => send(one.agent, 'put', '/session/pin', { present, pin })
    expect((await setPin('4710', 'not this one')).status).toBe(422)
    expect((await setPin('47')).body.fields[0].path).toBe('pin')
    expect((await setPin('1234')).body.fields[0].message).toMatch(/too easy/)
    await setPin('4715').expect(204)
    const enter = (pin: string, agent = tablet) => send(agent, 'post', '/session/pin', { id: one.id, pin })
    // Not on a device that nobody has said to be shared.
    expect((await enter('4715')).body.code).toBe('refused')
    await send(tablet, 'put', '/session/shared', { shared: true }).expect(204)
    await send(tablet, 'post', '/session/lock').expect(200)
    await tablet.get('/api/session').expect(401)
    expect((await tablet.get('/api/session/door')).body.people).toEqual([{ id: one.id, name: 'Member' }])
    expect((await supertest(shop.origin).get('/api/session/door')).body.people).toBeNull()
    expect((await enter('4716')).status).toBe(401)
    expect((await enter('4715').expect(200)).body).toMatchObject({
      user: { role: 'technician' },
      withPin: true,
      shared: true,
    })
    // The owner's PIN opens neither staff nor what a password guards.
    expect((await tablet.get('/api/staff')).body.code).toBe('not-allowed')
    for (const [method, path] of [
      ['put', '/session/pin'],
      ['post', '/session/second-factor'],
      ['put', '/session/shared'],
    ] as const)
      expect((await send(tablet, method, path, { present: password, pin: null, shared: false })).body.code).toBe(
        'refused',
      )
    // Switched off, they are out at once.
    const { agent: _, ...record } = one
    await owner.put(`/staff/${one.id}`, { ...record, active: false }).expect(200)
    await tablet.get('/api/session').expect(401)
    expect((await enter('4715')).status).toBe(401)
  })

  test('is none any more when who made it one changes the password; guesses of a PIN end after five', async () => {
    const one = await member()
    await send(one.agent, 'put', '/session/pin', { present: password, pin: '8025' }).expect(204)
    const tablet = browser()
    await signIn(tablet, one.login).expect(200)
    await send(tablet, 'put', '/session/shared', { shared: true }).expect(204)
    await send(tablet, 'post', '/session/lock').expect(200)
    const enter = (pin: string) => send(tablet, 'post', '/session/pin', { id: one.id, pin })
    for (let n = 0; n < 5; n += 1) expect((await enter('0826')).status).toBe(401)
    expect((await enter('8025')).body.code).toBe('too-many-attempts')
    await send(one.agent, 'put', '/session/password', { present: password, next }).expect(204)
    expect((await tablet.get('/api/session/door')).body.people).toBeNull()
  })
})

describe('sessions', () => {
  test('are listed by device, ended one by one, all others, or by the owner; a mark is no key', async () => {
    const { agent, login, id } = await member()
    const phone = browser()
    await phone
      .post('/api/session')
      .set('Origin', shop.origin)
      .set('User-Agent', 'A phone')
      .send({ login, password })
      .expect(200)
    const list = async () => (await agent.get('/api/session/sessions').expect(200)).body
    const both = await list()
    expect(both).toHaveLength(2)
    const [other] = both.filter((one: { isThis: boolean }) => !one.isThis)
    expect(other).toMatchObject({ agent: 'A phone', withPin: false, shared: false })
    expect(Math.abs(Date.parse(other.seenAt) - Date.now())).toBeLessThan(60_000)
    expect(Math.abs(Date.parse(other.startedAt) - Date.now())).toBeLessThan(60_000)
    // Nobody ends somebody else's.
    await send((await shop.signIn('technician')).agent, 'post', `/session/sessions/${other.mark}/end`).expect(404)
    await send(agent, 'post', `/session/sessions/${other.mark}/end`).expect(204)
    await phone.get('/api/session').expect(401)
    await signIn(phone, login).expect(200)
    await send(agent, 'post', '/session/sessions/end-others').expect(204)
    await phone.get('/api/session').expect(401)
    await agent.get('/api/session').expect(200)
    await owner.post(`/staff/${id}/sessions/end`, {}).expect(204)
    await agent.get('/api/session').expect(401)
    await owner.post(`/staff/${randomUUID()}/sessions/end`, {}).expect(404)
  })

  test('end after a week, in use or not, and carry another key after signing in', async () => {
    const { agent, login, id } = await member()
    const keys = async () =>
      (await shop.database.many<{ sid: string }>('select sid from session where staff_id = $1', [id])).map(
        ({ sid }) => sid,
      )
    const [before] = await keys()
    await signIn(agent, login).expect(200)
    expect(await keys()).not.toContain(before)
    await shop.database.run(
      `update session set sess = jsonb_set(sess::jsonb, '{user,begunAt}', to_jsonb($2::bigint))::json where staff_id = $1`,
      [id, Date.now() - 7 * 86_400_000 - 1000],
    )
    await agent.get('/api/session').expect(401)
  })
})

describe('a lock-out', () => {
  test('of guesses from many places never shuts out the device that its owner uses', async () => {
    const { agent, login } = await member()
    await shop.database.run(
      `insert into rate_limit (key, points, expire) values ($1, 1000, $2) on conflict (key) do update set points = 1000`,
      [`sign-in-name:${login}`, Date.now() + 600_000],
    )
    expect((await signIn(browser(), login)).status).toBe(429)
    // The own browser keeps the mark of an earlier sign-in, also signed out.
    await agent.delete('/api/session').set('Origin', shop.origin).expect(204)
    await signIn(agent, login).expect(200)
  })
})
