import { randomUUID } from 'node:crypto'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { Database } from '../database/db.ts'
import { aBall, aCustomer, ago, testDatabase, testShop } from '../test/shop.ts'
import { ballsOf } from '../balls/store.ts'
import { forgetCustomer, forgottenName } from './forget.ts'
import { recordOf } from './record.ts'

/** Tables in which a text stands anywhere, in any column. */
async function tablesWith(database: Database, text: string): Promise<string[]> {
  const tables = await database.many<{ name: string }>(
    `select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE'`,
  )
  const found: string[] = []
  for (const { name } of tables)
    if (await database.maybeOne(`select 1 from ${name} t where t::text ilike $1 limit 1`, [`%${text}%`]))
      found.push(name)
  return found.sort()
}

describe('a customer of the demo shop', () => {
  let database: Database
  let id: string
  const name = 'Odda Brimstow'
  beforeAll(async () => {
    database = await testDatabase('template_demo')
    id = (await database.one<{ id: string }>('select id from customer where name = $1', [name])).id
    await database.run(
      `update customer set contact = 'odda@example.org', note = 'Brimstow likes it late' where id = $1`,
      [id],
    )
    await database.run(
      `insert into outbox_message (id, customer_id, subject, body) values ($1, $2, 'Ready', 'Hello Odda Brimstow')`,
      [randomUUID(), id],
    )
    await database.run(
      `insert into ball_photo (id, ball_id, content_type, bytes, caption)
       select $1, id, 'image/png', '\\x89504e47', 'Brimstow engraved' from ball where customer_id = $2 limit 1`,
      [randomUUID(), id],
    )
  })
  afterAll(() => database.close())

  test('may have all that is held of them: every row of every table that is theirs, without the shop’s keys and people', async () => {
    const record = await recordOf(database, id)
    expect(record).toMatchObject({
      format: 'sleetfall-customer/1',
      shop: 'The Drying Loft, Kelpwick',
      customer: { name },
    })
    const count = async (sql: string) =>
      Number((await database.one<{ n: string }>(`select count(*) as n from ${sql}`, [id])).n)
    expect(record.balls).toHaveLength(await count('ball where customer_id = $1'))
    expect(record.history).toHaveLength(
      await count('ball_event e join ball b on b.id = e.ball_id where b.customer_id = $1'),
    )
    expect(record.history.length).toBeGreaterThan(20)
    expect(record.shots.length).toBeGreaterThan(5)
    expect(record.photos).toMatchObject([{ caption: 'Brimstow engraved', base64: 'iVBORw==' }])
    expect(record.events.length).toBeGreaterThan(0)
    // Each table with a column that points at a customer or a ball is either in it or worked out from what is.
    const pointing = await database.many<{ name: string }>(
      `select distinct table_name as name from information_schema.columns join information_schema.tables using (table_schema, table_name)
       where table_schema = 'public' and table_type = 'BASE TABLE' and column_name in ('customer_id', 'ball_id', 'bowler_id') order by 1`,
    )
    expect(pointing.map((row) => row.name)).toEqual([
      ...['ball', 'ball_event', 'ball_photo', 'ball_present', 'calibration', 'coverage_forecast', 'coverage_kept'],
      ...[
        'diagnosis',
        'event_bag',
        'event_entry',
        'grip_sheet',
        'job',
        'outbox_message',
        'prediction',
        'rack_present',
        'shot',
      ],
      ...['trial', 'trial_arm', 'upkeep_link', 'upkeep_policy', 'upkeep_visit', 'wanted_ball', 'wear_fit'],
    ])
    const text = JSON.stringify(record)
    const staff = await database.many<{ id: string }>('select id from staff')
    for (const member of staff) expect(text).not.toContain(member.id)
    expect(text).not.toMatch(/secretHash|argon2/)
  })

  test('is forgotten: nothing names them any more, and what was measured stays as it was', async () => {
    const measured = async () => ({
      events: await database.many(
        `select e.kind, e.happened_at, e.payload - array['note', 'reason'] as payload from ball_event e order by e.id`,
      ),
      shots: await database.many('select id, feet_board, target_board, read, entry_board, leave from shot order by id'),
      learnt: await database.many('select * from cover_experience order by cover'),
    })
    const before = await measured()
    const present = () =>
      database.many(
        'select ball_id, surface, grit, games_on_surface, games_left, oil_share from ball_present where customer_id = $1 order by 1',
        [id],
      )
    const surfaces = await present()
    expect((await tablesWith(database, 'Brimstow')).length).toBeGreaterThan(4)
    await database.transaction((db) => forgetCustomer(db, id))
    expect(await tablesWith(database, 'Brimstow')).toEqual([])
    expect(await tablesWith(database, 'odda@example')).toEqual([])
    expect(await measured()).toEqual(before)
    const after = await ballsOf(database, id)
    expect(await present()).toEqual(surfaces)
    expect(after.every((ball) => ball.retiredOn !== null)).toBe(true)
    expect((await recordOf(database, id)).customer).toMatchObject({ name: forgottenName(id), contact: '', note: '' })
    // Asked again there is nothing left to forget.
    await database.transaction((db) => forgetCustomer(db, id))
  })
})

describe('being forgotten', () => {
  test('takes the name out of the journal too, of records merged into theirs as well, and is the owner’s to do', async () => {
    const shop = await testShop()
    const [owner, technician] = [await shop.signIn('owner'), await shop.signIn('technician')]
    const other = aCustomer({ name: 'Marl Vennick', contact: 'vennick@example.org' })
    const customer = aCustomer({ name: 'Marlo Vennick', note: 'vennick, the second' })
    for (const one of [other, customer]) await technician.post('/customers', one).expect(200)
    const ball = aBall(other.id)
    await technician.post('/balls', ball).expect(200)
    await technician
      .post(`/balls/${ball.id}/events`, {
        id: randomUUID(),
        kind: 'locked',
        untilAt: ago(-1),
        reason: 'Vennick comes back for it',
        happenedAt: ago(0),
      })
      .expect(200)
    await technician.post(`/customers/${other.id}/merge`, { intoId: customer.id }).expect(200)
    expect(await tablesWith(shop.database, 'vennick')).toContain('journal_change')
    const { body } = await technician.get(`/records/${customer.id}?file`).expect(200)
    expect(body.customer.name).toBe('Marlo Vennick')
    expect((await technician.post(`/records/${customer.id}/forget`, {})).body.code).toBe('not-allowed')
    const forgotten = (await owner.post(`/records/${customer.id}/forget`, {}).expect(200)).body
    expect(forgotten).toMatchObject({ name: forgottenName(customer.id), contact: '' })
    expect(await tablesWith(shop.database, 'vennick')).toEqual([])
    // That it was done, by whom and when, stays.
    const { items } = (await owner.get(`/journal?subjectId=${customer.id}`).expect(200)).body
    expect(items[0]).toMatchObject({
      what: 'POST /records/:id/forget',
      staffName: 'owner',
      label: forgottenName(customer.id),
    })
    expect((await owner.post(`/records/${randomUUID()}/forget`, {})).status).toBe(404)
    expect((await owner.get(`/records/${randomUUID()}`)).status).toBe(404)
    await shop.end()
  })
})
