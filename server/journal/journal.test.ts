import { randomUUID } from 'node:crypto'
import { type JournalEntry, type JournalPart, journaled } from '@sleetfall/contract'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import Papa from 'papaparse'
import { access } from '../http/access.ts'
import { aBall, aCustomer, ago, password, testShop } from '../test/shop.ts'

let shop: Awaited<ReturnType<typeof testShop>>
let owner: Awaited<ReturnType<typeof shop.signIn>>
let technician: typeof owner
beforeAll(async () => {
  shop = await testShop()
  owner = await shop.signIn('owner')
  technician = await shop.signIn('technician')
})
afterAll(() => shop.end())

const read = async (question = '') => (await owner.get(`/journal?${question}`).expect(200)).body as JournalPart
const newest = async (question = ''): Promise<JournalEntry> => (await read(question)).items[0]!
const made = async () => {
  const customer = aCustomer({ name: `Berl ${randomUUID().slice(0, 6)}` })
  await technician.post('/customers', customer).expect(200)
  const ball = aBall(customer.id, { name: 'Thornwick' })
  const saved = (await technician.post('/balls', ball).expect(200)).body
  return { customer, ball, saved }
}

describe('the journal', () => {
  test('tells of every write but those that change nothing of the shop’s memory', () => {
    const quiet = [
      // How somebody likes to see things, a step’s count, what is asked of devices and of work behind.
      'PUT /session/preferences',
      'POST /session/second-factor',
      'POST /bench/jobs/:id/steps/:position/progress',
      'PUT /devices/bath/settings',
      'POST /devices/scanner/read',
      'POST /devices/tracker/throw',
      'POST /upkeep/ahead/anew',
      'POST /coverage/:id/stop',
      'POST /coverage/:id/go-on',
    ]
    const doors = ['POST /session', 'POST /session/pin', 'POST /session/code', 'POST /session/owner']
    const writes = access.filter(([method]) => method !== 'GET').map(([method, path]) => `${method} ${path}`)
    expect([...journaled].sort()).toEqual(
      [...writes.filter((one) => !quiet.includes(one)), ...doors, 'POST /open/upkeep/:secret/sessions'].sort(),
    )
  })

  test('names who did what to which record, with what stood there before', async () => {
    const { customer, ball, saved } = await made()
    expect(await newest()).toMatchObject({
      what: 'POST /balls',
      label: 'Thornwick',
      staffName: 'technician',
      changes: [],
    })
    await technician
      .put(`/balls/${ball.id}`, { ...ball, note: 'Chipped', weightLb: 14, version: saved.version })
      .expect(200)
    const entry = await newest()
    expect(entry).toMatchObject({ what: 'PUT /balls/:id', subjectId: ball.id, label: 'Thornwick', withPin: false })
    const before = await shop.database.one<{ note: string }>('select note from ball where id = $1', [ball.id])
    expect(before.note).toBe('Chipped')
    expect(entry.changes).toEqual([{ ofTable: 'ball', columns: { note: ['', 'Chipped'], weight_lb: [null, 14] } }])
    await technician
      .post(`/balls/${ball.id}/events`, { id: randomUUID(), kind: 'games', games: 3, happenedAt: ago(1) })
      .expect(200)
    expect(await newest()).toMatchObject({ what: 'POST /balls/:id/events', label: 'Thornwick' })
    // What goes is told with its name and all that it was.
    const gone = aCustomer({ contact: 'somebody@example.org' })
    await owner.post('/customers', gone).expect(200)
    await owner.remove(`/customers/${gone.id}`).expect(200)
    expect(await newest()).toMatchObject({
      what: 'DELETE /customers/:id',
      label: gone.name,
      changes: [{ ofTable: 'customer', columns: expect.objectContaining({ name: [gone.name, null] }) }],
    })
    expect(JSON.stringify(await read())).not.toContain('somebody@example.org')
    expect((await read(`subjectId=${customer.id}`)).items.map(({ what }) => what)).toEqual(['POST /customers'])
  })

  test('holds nothing of what was refused, nothing twice, and no secret', async () => {
    const { id: last } = await newest()
    await technician.post('/customers', aCustomer({ name: '' })).expect(422)
    expect((await newest()).id).toBe(last)
    const [write, customer] = [randomUUID(), aCustomer()]
    await technician.post('/customers', customer, write).expect(200)
    await technician.post('/customers', customer, write).expect(200)
    expect((await read()).items.filter(({ label }) => label === customer.name)).toHaveLength(1)
    const member = { id: randomUUID(), login: 'secretive', name: 'Secretive', role: 'counter', active: true }
    const saved = (await owner.post('/staff', member).expect(200)).body
    const { code } = (await owner.post(`/staff/${member.id}/code`, {}).expect(200)).body
    await owner.agent
      .post('/api/session/code')
      .set('Origin', shop.origin)
      .send({ login: 'secretive', code, next: 'wharf-gravel-nine-tulip' })
      .expect(204)
    expect(await newest()).toMatchObject({ what: 'POST /session/code', staffName: 'Secretive' })
    await owner.put(`/staff/${member.id}`, { ...member, role: 'technician', version: saved.version }).expect(200)
    const everything = JSON.stringify([(await read()).items, await shop.database.many('select * from journal_change')])
    expect(everything).toContain('["counter","technician"]')
    expect(everything).not.toMatch(/argon2|wharf-gravel/)
    expect(everything).not.toContain(code)
  })

  test('who signs in, and what they do to their own signing in, stands there too', async () => {
    const { agent } = await shop.signIn('counter')
    expect(await newest('area=session')).toMatchObject({ what: 'POST /session', staffName: 'counter' })
    await agent.put('/api/session/pin').set('Origin', shop.origin).send({ present: password, pin: '4715' }).expect(204)
    expect(await newest('area=session')).toMatchObject({ what: 'PUT /session/pin', staffName: 'counter' })
  })

  test('is not written in afterwards', async () => {
    for (const change of [
      `update journal set staff_name = 'another'`,
      'delete from journal',
      'delete from journal_change',
    ])
      await expect(shop.database.run(change)).rejects.toThrow(/append-only/)
  })

  test('is narrowed, and given in parts that make the whole', async () => {
    for (let n = 0; n < 3; n += 1) await made()
    const all: JournalEntry[] = []
    const { items, next } = await read('area=balls')
    all.push(...items)
    expect(next).toBeNull()
    expect(all.every(({ what }) => what.split(' ')[1]!.startsWith('/balls'))).toBe(true)
    const { journalPart } = await import('./store.ts')
    for (const limit of [1, 2, 3]) {
      const parts: string[] = []
      for (let before: string | null = ''; before !== null;) {
        const part: JournalPart = await journalPart(shop.database, { before }, limit)
        parts.push(...part.items.map(({ id }) => id))
        before = part.next
      }
      expect(new Set(parts).size).toBe(parts.length)
      expect(parts).toHaveLength((await shop.database.many('select id from journal')).length)
    }
    const people = (await owner.get('/journal/people').expect(200)).body as { id: string; name: string }[]
    const theirs = await read(`staffId=${people.find(({ name }) => name === 'technician')!.id}`)
    expect(new Set(theirs.items.map(({ staffName }) => staffName))).toEqual(new Set(['technician']))
    expect((await read('to=2020-01-01')).items).toEqual([])
    expect((await owner.get('/journal?area=nothing')).status).toBe(422)
    expect((await owner.get('/journal?from=2031-02-30')).status).toBe(422)
    expect((await owner.get('/journal?before=%27%20or%201=1')).status).toBe(200)
  })

  test('is a table for other programs, whose cells are no formulas', async () => {
    const formula = aCustomer({ name: '=2+3' })
    const saved = (await technician.post('/customers', formula).expect(200)).body
    await technician.put(`/customers/${formula.id}`, { ...formula, note: '@here', version: saved.version }).expect(200)
    const { text, headers } = await owner.get('/journal/file?area=customers').expect(200)
    expect(headers['content-type']).toMatch(/text\/csv/)
    const { data } = Papa.parse<Record<string, string>>(text.trim(), { header: true })
    expect(data[0]).toMatchObject({ record: "'=2+3", table: 'customer', column: 'note', before: '', after: "'@here" })
    expect(data).toHaveLength(
      (await read('area=customers')).items.reduce(
        (sum, { changes }) => sum + Math.max(1, ...changes.map(({ columns }) => Object.keys(columns).length)),
        0,
      ),
    )
  })
})
