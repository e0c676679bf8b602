import { createHash, randomUUID } from 'node:crypto'
import { mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { PassThrough } from 'node:stream'
import { buffer } from 'node:stream/consumers'
import { crc32, deflateRawSync } from 'node:zlib'
import { afterAll, beforeAll, describe, expect, test } from '@jest/globals'
import type { ImportAnswer } from '@sleetfall/contract'
import { english } from '@sleetfall/contract/english'
import fc from 'fast-check'
import Papa from 'papaparse'
import yazl from 'yazl'
import type { Database } from '../database/db.ts'
import { ensureShop } from '../shop/store.ts'
import { aBall, aCustomer, ago, testDatabase, testShop } from '../test/shop.ts'
import { openArchive } from './archive.ts'
import { catalogOf } from './catalog.ts'
import { exportShop } from './exportShop.ts'
import { importShop } from './importShop.ts'
import { schemaOf } from './schema.ts'
import { leftBehind, wholeShop } from './tables.ts'

const folder = mkdtempSync(join(tmpdir(), 'whole-'))
const open: Database[] = []
afterAll(async () => {
  for (const database of open) await database.close()
  rmSync(folder, { recursive: true, force: true })
})
async function shopOf(template?: 'template_demo'): Promise<Database> {
  const database = await testDatabase(template)
  open.push(database)
  await ensureShop(database, 'New', 'secret')
  return database
}
async function exported(database: Database): Promise<Buffer> {
  const out = new PassThrough()
  const [bytes] = await Promise.all([buffer(out), exportShop(database, out)])
  return bytes
}
async function archiveOf(bytes: Buffer) {
  const file = join(folder, randomUUID())
  writeFileSync(file, bytes)
  return openArchive(file, async () => bytes, bytes.subarray(0, 2).toString() === 'PK')
}
async function imported(
  database: Database,
  bytes: Buffer,
  wishes: Partial<Parameters<typeof importShop>[2]> = {},
): Promise<ImportAnswer> {
  const archive = await archiveOf(bytes)
  try {
    return await importShop(database, archive, { look: false, theirs: false, mapNames: false, ...wishes })
  } finally {
    archive.close()
  }
}
const documentIn = async (bytes: Buffer) => {
  const archive = await archiveOf(bytes)
  archive.close()
  return archive.document as { tables: Record<string, Record<string, unknown>[]> }
}
const sha = (bytes: Buffer) => createHash('sha256').update(bytes).digest('hex')
/** A picture of one pixel. */
const pixel = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==',
  'base64',
)

describe('the tables of a whole shop', () => {
  test('are all there, or stay behind for a reason that is said', async () => {
    const database = await shopOf()
    const rows = await database.many<{ name: string }>(
      `select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1`,
    )
    expect([...wholeShop.map(({ table }) => table), ...Object.keys(leftBehind)].sort()).toEqual(
      rows.map(({ name }) => name).sort(),
    )
  })

  test('are described by the JSON Schema that is shipped', async () => {
    const database = await shopOf()
    const shipped = JSON.parse(
      readFileSync(join(import.meta.dirname, '../../docs/sleetfall-shop-2.schema.json'), 'utf8'),
    )
    expect(shipped).toEqual(JSON.parse(JSON.stringify(schemaOf(await catalogOf(database)))))
  })
})

describe('out, into an empty shop, and out again', () => {
  test('the demo shop with a photo is the same to the byte, and every ball is what it was', async () => {
    const demo = await shopOf('template_demo')
    await demo.run(
      `insert into ball_photo (id, ball_id, content_type, bytes, caption) select $1, id, 'image/png', $2, 'Track' from ball limit 1`,
      [randomUUID(), pixel],
    )
    const first = await exported(demo)
    const empty = await shopOf()
    const look = await imported(empty, first, { look: true })
    expect(look).toMatchObject({ empty: true, taken: false, problems: [] })
    expect(await empty.many('select id from customer')).toEqual([])
    const answer = await imported(empty, first)
    expect(answer.problems).toEqual([])
    expect(answer.taken).toBe(true)
    expect(answer.counts).toEqual(look.counts)
    expect(sha(await exported(empty))).toBe(sha(first))
    const present = (database: Database) =>
      database.many(
        'select ball_id, surface, games_on_surface, oil_share, place, shelf, care from ball_present order by 1',
      )
    expect(await present(empty)).toEqual(await present(demo))
    // What is put in afterwards goes on behind what came.
    const { last, next } = await empty.one<{ last: string; next: string }>(
      `select max(seq) as last, nextval(pg_get_serial_sequence('ball_event', 'seq')) as next from ball_event`,
    )
    expect(Number(next)).toBeGreaterThan(Number(last))
    expect(JSON.stringify((await documentIn(first)).tables)).not.toMatch(/argon2|passwordHash|secretHash|sessionSecret/)
    // Brought in a second time everything is there already.
    const again = await imported(empty, first)
    expect(again.empty).toBe(false)
    expect(again.problems).toEqual([])
    expect(again.counts.reduce((sum, { added, differs }) => sum + added + differs, 0)).toBe(0)
    expect(sha(await exported(empty))).toBe(sha(first))
  }, 120_000)

  test('random shops are the same to the byte', async () => {
    const words = fc
      .string({ unit: 'grapheme', minLength: 1, maxLength: 20 })
      .map((text) => text.replaceAll('\u0000', '') || 'x')
    const customer = fc.record({
      id: fc.uuid({ version: 4 }),
      name: words,
      distinction: fc.uuid(),
      hand: fc.constantFrom('right', 'left'),
      note: words,
      speedMph: fc.option(fc.double({ min: 8, max: 30, noNaN: true })),
      twoHanded: fc.boolean(),
      createdAt: fc
        .date({ min: new Date('2020-01-01'), max: new Date('2026-01-01'), noInvalidDate: true })
        .map((at) => at.toISOString()),
    })
    const shop = fc.array(customer, { minLength: 1, maxLength: 5 }).chain((customers) =>
      fc.record({
        customers: fc.constant(customers),
        balls: fc.array(
          fc.record({
            id: fc.uuid({ version: 4 }),
            customerId: fc.constantFrom(...customers.map(({ id }) => id)),
            name: words,
            cover: fc.constantFrom('solid', 'pearl', 'urethane'),
            rgIn: fc.option(fc.double({ min: 2.4, max: 2.9, noNaN: true })),
            events: fc.array(
              fc.record({
                id: fc.uuid({ version: 4 }),
                games: fc.integer({ min: 1, max: 60 }),
                day: fc.integer({ min: 1, max: 400 }),
              }),
              { maxLength: 4 },
            ),
          }),
          { maxLength: 6 },
        ),
        patterns: fc.array(
          fc.record({
            id: fc.uuid({ version: 4 }),
            loads: fc.array(
              fc.record({
                fromBoard: fc.integer({ min: 1, max: 20 }),
                toBoard: fc.integer({ min: 20, max: 39 }),
                startFt: fc.double({ min: 0, max: 20, noNaN: true }),
              }),
              { maxLength: 3 },
            ),
          }),
          { maxLength: 3 },
        ),
      }),
    )
    await fc.assert(
      fc.asyncProperty(shop, async ({ customers, balls, patterns }) => {
        let seq = 0
        const tables = {
          customer: customers,
          pattern: patterns.map(({ id }) => ({ id, name: `P ${id}`, note: '', estimated: false })),
          pattern_load: patterns.flatMap(({ id, loads }) =>
            loads.map((load, position) => ({
              patternId: id,
              position,
              ...load,
              loads: 2,
              microlitresPerBoard: 50,
              endFt: 40,
            })),
          ),
          ball: balls.map(({ events: _, ...ball }) => ball),
          ball_event: balls.flatMap(({ id: ballId, events }) =>
            events.map(({ id, games, day }) => ({
              id,
              ballId,
              kind: 'games',
              payload: { games },
              happenedAt: ago(day),
              seq: ++seq,
            })),
          ),
        }
        const [one, two] = [await shopOf(), await shopOf()]
        const document = Buffer.from(JSON.stringify({ format: 'sleetfall-shop/2', schema: 'x', tables }))
        const answer = await imported(one, document)
        expect(answer.problems).toEqual([])
        const first = await exported(one)
        expect((await imported(two, first)).taken).toBe(true)
        expect(sha(await exported(two))).toBe(sha(first))
        const told = (await documentIn(first)).tables
        expect(told['customer']).toHaveLength(customers.length)
        for (const row of customers)
          expect(told['customer']).toContainEqual(
            expect.objectContaining({ id: row.id, name: row.name, speedMph: row.speedMph }),
          )
      }),
      { numRuns: 6, seed: 20_311 },
    )
  }, 120_000)
})

describe('a file that is not as it should be', () => {
  let database: Database
  beforeAll(async () => {
    database = await shopOf()
  })
  const document = (tables: object) => Buffer.from(JSON.stringify({ format: 'sleetfall-shop/2', schema: 'x', tables }))
  const customer = (change: object = {}) => ({ id: randomUUID(), name: 'Perl Mossgate', hand: 'right', ...change })
  const said = (answer: ImportAnswer) =>
    answer.problems.map(({ table, row, name, said }) => `${table} ${row} ${name}: ${english(said)}`)

  test('each row is told with its field and range, and nothing of it comes in', async () => {
    const answer = await imported(
      database,
      document({
        customer: [
          customer(),
          customer({ speedMph: 45 }),
          customer({ hand: 'both' }),
          { id: randomUUID(), hand: 'left' },
          customer({ nmae: 1 }),
        ],
      }),
    )
    expect(said(answer)).toEqual([
      'customer 2 Perl Mossgate: speedMph has to be 8 to 30',
      'customer 3 Perl Mossgate: hand has to be one of right, left',
      expect.stringMatching(/^customer 4 .*: name is missing$/),
      'customer 5 Perl Mossgate: nmae: there is no such field',
    ])
    expect(await database.many('select id from customer')).toEqual([])
  })

  test('what the database says against a row is told at that row', async () => {
    const one = customer()
    const ball = { id: randomUUID(), customerId: randomUUID(), name: 'Thornwick', cover: 'solid' }
    const answer = await imported(
      database,
      document({
        customer: [one, customer({ distinction: 'other' })],
        ball: [{ ...ball, id: randomUUID(), customerId: one.id }, ball],
        event: [{ id: randomUUID(), name: 'Late', kind: 'league', startsOn: '2031-04-09', endsOn: '2031-04-01' }],
      }),
    )
    expect(said(answer)).toEqual([
      expect.stringMatching(/^ball 2 Thornwick: it points at a record that is neither in the file nor here/),
      expect.stringMatching(/^event 1 Late: /),
    ])
    expect(answer.taken).toBe(false)
    expect(await database.many('select id from customer')).toEqual([])
  })

  test.each([
    ['no JSON', Buffer.from('{"format"'), /not readable JSON/],
    ['no archive', Buffer.from('PK and nothing else'), /no whole archive/],
  ])('%s is refused with a sentence', async (_what, bytes, sentence) => {
    await expect(imported(database, bytes)).rejects.toMatchObject({ said: expect.anything() })
    await imported(database, bytes).catch((error: { said: Parameters<typeof english>[0] }) =>
      expect(english(error.said)).toMatch(sentence),
    )
  })

  async function zipOf(entries: readonly (readonly [string, Buffer])[]): Promise<Buffer> {
    const zip = new yazl.ZipFile()
    for (const [name, bytes] of entries) zip.addBuffer(bytes, name)
    zip.end()
    return buffer(zip.outputStream as unknown as PassThrough)
  }
  /** A zip of one entry by hand: its name, its packed bytes, and the size that it claims to have. */
  function handMade(name: string, bytes: Buffer, claimed: number): Buffer {
    const packed = deflateRawSync(bytes)
    const field = (parts: readonly (readonly [number, number])[]) =>
      Buffer.concat(
        parts.map(([value, size]) => {
          const one = Buffer.alloc(size)
          one.writeUIntLE(value, 0, size)
          return one
        }),
      )
    const common = [
      [20, 2],
      [0, 2],
      [8, 2],
      [0, 2],
      [0x21, 2],
      [crc32(bytes), 4],
      [packed.length, 4],
      [claimed, 4],
      [name.length, 2],
      [0, 2],
    ] as const
    const local = Buffer.concat([field([[0x04034b50, 4], ...common]), Buffer.from(name), packed])
    const central = Buffer.concat([
      field([[0x02014b50, 4], [20, 2], ...common, [0, 2], [0, 2], [0, 2], [0, 4], [0, 4]]),
      Buffer.from(name),
    ])
    return Buffer.concat([
      local,
      central,
      field([
        [0x06054b50, 4],
        [0, 2],
        [0, 2],
        [1, 2],
        [1, 2],
        [central.length, 4],
        [local.length, 4],
        [0, 2],
      ]),
    ])
  }
  const good = document({ customer: [customer()] })

  test('an archive holds nothing but a shop: no other file, no way out of a folder, nothing twice', async () => {
    for (const name of ['run.sh', 'photos/x.png', `photos/${randomUUID()}.svg`])
      await expect(
        imported(
          database,
          await zipOf([
            ['shop.json', good],
            [name, pixel],
          ]),
        ),
      ).rejects.toMatchObject({ status: 422 })
    for (const name of ['../shop.json', '/shop.json', 'a\\..\\shop.json'])
      await expect(imported(database, handMade(name, good, good.length))).rejects.toMatchObject({ status: 422 })
    await expect(imported(database, await zipOf([['photos.json', good]]))).rejects.toMatchObject({ status: 422 })
    expect((await imported(database, handMade('shop.json', good, good.length), { look: true })).problems).toEqual([])
  })

  test('a bomb is not unpacked: neither one that says how large it is, nor one that does not', async () => {
    const zeros = Buffer.alloc(30_000_000, 0x20)
    await expect(imported(database, handMade('shop.json', zeros, 2_000_000_000))).rejects.toMatchObject({ status: 422 })
    const claims = handMade('shop.json', zeros, 10)
    await expect(imported(database, claims)).rejects.toMatchObject({ status: 422 })
  })

  test('a photo that is missing, or is something else than it says, is told at its row', async () => {
    const one = customer()
    const ball = { id: randomUUID(), customerId: one.id, name: 'Thornwick', cover: 'solid' }
    const photo = { id: randomUUID(), ballId: ball.id, contentType: 'image/png' }
    const tables = document({ customer: [one], ball: [ball], ball_photo: [photo] })
    const look = async (entries: readonly (readonly [string, Buffer])[]) =>
      said(await imported(database, await zipOf([['shop.json', tables], ...entries]), { look: true }))
    const wrong = [expect.stringMatching(/^ball_photo 1 .*photo is missing in the archive, or is no picture/)]
    expect(await look([])).toEqual(wrong)
    expect(await look([[`photos/${photo.id}.png`, Buffer.from('<svg onload="alert(1)">')]])).toEqual(wrong)
    expect(await look([[`photos/${photo.id}.png`, pixel]])).toEqual([])
  })
})

describe('two shops put together', () => {
  test('by id: what is new comes, what differs is left or taken over; the same name is asked about', async () => {
    const database = await shopOf()
    const id = randomUUID()
    const doc = (tables: object) => Buffer.from(JSON.stringify({ format: 'sleetfall-shop/2', schema: 'x', tables }))
    const mine = { id, name: 'Perl Mossgate', hand: 'right', note: 'mine' }
    await imported(database, doc({ customer: [mine] }))
    const theirs = { ...mine, note: 'theirs' }
    const other = { id: randomUUID(), name: 'perl mossgate', hand: 'left', note: '' }
    const ball = { id: randomUUID(), customerId: other.id, name: 'Thornwick', cover: 'pearl' }
    const left = await imported(database, doc({ customer: [theirs] }))
    expect(left.counts).toEqual([{ table: 'customer', added: 0, same: 0, differs: 1 }])
    const noteOf = async () =>
      (await database.one<{ note: string }>('select note from customer where id = $1', [id])).note
    expect(await noteOf()).toBe('mine')
    await imported(database, doc({ customer: [theirs] }), { theirs: true })
    expect(await noteOf()).toBe('theirs')

    const asked = await imported(database, doc({ customer: [other], ball: [ball] }))
    expect(asked).toMatchObject({ taken: false, sameNames: [{ table: 'customer', name: 'perl mossgate' }] })
    expect(english(asked.problems[0]!.said)).toMatch(/records of the same name are the same/)
    const mapped = await imported(database, doc({ customer: [other], ball: [ball] }), { mapNames: true })
    expect(mapped.problems).toEqual([])
    expect(await database.many('select customer_id from ball')).toEqual([{ customerId: id }])
    expect(await noteOf()).toBe('theirs')
  })
})

describe('by the routes', () => {
  test('the owner takes the shop and its lists out, and brings one in; nobody else does', async () => {
    const shop = await testShop()
    const [owner, technician] = [await shop.signIn('owner'), await shop.signIn('technician')]
    const customer = aCustomer({ name: '=SUM(A1)' })
    await owner.post('/customers', customer).expect(200)
    await owner.post('/balls', aBall(customer.id, { name: 'Thornwick' })).expect(200)
    const { body: bytes, headers } = await owner
      .get('/transfer/shop')
      .buffer(true)
      .parse((response, done) => {
        void buffer(response as unknown as PassThrough).then((all) => done(null, all))
      })
    expect(headers['content-disposition']).toMatch(/shop-\d{4}-\d\d-\d\d\.zip/)
    const { text } = await owner.get('/transfer/lists/balls').expect(200)
    const [row] = Papa.parse<Record<string, string>>(text.trim(), { header: true }).data
    expect(row).toMatchObject({ customer: "'=SUM(A1)", name: 'Thornwick' })
    await owner.get('/transfer/lists/staff').expect(404)
    await owner.get('/transfer/lists/__proto__').expect(404)
    const other = await testShop()
    const theirs = await other.signIn('owner')
    expect((await technician.upload('/transfer/shop', bytes as Buffer)).body.code).toBe('not-allowed')
    expect((await theirs.upload('/transfer/shop', bytes as Buffer).expect(200)).body).toMatchObject({
      taken: false,
      empty: true,
      problems: [],
    })
    expect((await theirs.upload('/transfer/shop?look=false', bytes as Buffer).expect(200)).body.taken).toBe(true)
    expect((await theirs.get(`/customers/${customer.id}`).expect(200)).body.name).toBe('=SUM(A1)')
    expect((await theirs.get('/journal?area=transfer')).body.items).toHaveLength(1)
    expect((await theirs.upload('/transfer/shop', Buffer.from('nothing'))).status).toBe(422)
    await other.end()
    await shop.end()
  }, 60_000)
})
