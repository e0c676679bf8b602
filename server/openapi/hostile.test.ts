import { randomUUID } from 'node:crypto'
import { setFlagsFromString } from 'node:v8'
import { runInNewContext } from 'node:vm'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import { Ajv2020 } from 'ajv/dist/2020.js'
import fc from 'fast-check'
import PQueue from 'p-queue'
import { aBall, aCustomer, testShop } from '../test/shop.ts'
import type { JsonSchema } from './schemas.ts'

interface Operation {
  readonly parameters: readonly { readonly name: string; readonly in: string; readonly schema: JsonSchema }[]
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema?: JsonSchema }>> }
}

let shop: Awaited<ReturnType<typeof testShop>>
let owner: Awaited<ReturnType<typeof shop.signIn>>
beforeAll(async () => {
  shop = await testShop()
  owner = await shop.signIn('owner')
})
afterAll(() => shop.end())

/** Few ids, so that one request speaks of what another made. */
const ids = Array.from({ length: 6 }, () => randomUUID())
const id = fc.constantFrom(...ids)
const day = fc.constantFrom('2025-11-01', '2026-02-28', '2031-01-01', '2031-05-30')
const moment = fc.constantFrom('2025-11-01T10:00:00Z', '2026-02-28T23:59:59.5+01:00', '2031-01-01T00:00:00Z')

/** What fits a schema, as far as it says what fits. */
function fitting(schema: JsonSchema): fc.Arbitrary<unknown> {
  const { type, enum: values, anyOf, oneOf, pattern } = schema as Record<string, never>
  if (values) return fc.constantFrom(...(values as unknown[]))
  const among = (anyOf ?? oneOf) as JsonSchema[] | undefined
  if (among) return fc.oneof(...among.map(fitting))
  switch (type as string | undefined) {
    case 'null':
      return fc.constant(null)
    case 'boolean':
      return fc.boolean()
    case 'integer':
    case 'number': {
      const { minimum = -1000, maximum = 1000 } = schema as { minimum?: number; maximum?: number }
      return type === 'integer'
        ? fc.integer({ min: Math.ceil(minimum), max: Math.floor(maximum) })
        : fc.double({ min: minimum, max: maximum, noNaN: true })
    }
    case 'string': {
      const { minLength = 0, maxLength = 20 } = schema as { minLength?: number; maxLength?: number }
      const source = String(pattern ?? '')
      if (source.includes('{8}')) return id
      if (source.includes('T')) return moment
      if (source.includes('{4}')) return day
      if (source.includes('[01]')) return fc.constantFrom('09:00', '13:30', '23:59')
      return fc.string({ minLength, maxLength: Math.max(minLength, Math.min(maxLength, 24)) })
    }
    case 'array': {
      const { items = {}, prefixItems, minItems = 0 } = schema as Record<string, never>
      if (prefixItems) return fc.tuple(...(prefixItems as JsonSchema[]).map(fitting))
      return fc.array(fitting(items), { minLength: Number(minItems), maxLength: Number(minItems) + 2 })
    }
    case 'object': {
      const { properties = {}, required = [] } = schema as { properties?: JsonSchema; required?: string[] }
      return fc.record(
        Object.fromEntries(Object.entries(properties).map(([name, one]) => [name, fitting(one as JsonSchema)])),
        { requiredKeys: required, noNullPrototype: true },
      )
    }
    default:
      return fc.constantFrom<unknown>(null, 1, 'x', {}, [])
  }
}

const odd = fc.oneof(
  fc.constantFrom<unknown>(
    ...[null, true, 0, -1, 1.5, 1e308, 2 ** 40, '', ' ', 'toString', '__proto__', 'constructor', '\u0000', '\ud800'],
    ...['0000-00-00', '-0001-01-01', '9999-12-31', '275761-01-01', '2031-02-30', '+275760-09-13T00:00:00Z', 20310101],
    ...['0001-01-01T00:00:00Z', [], [[]], {}, [null], randomUUID(), 'x'.repeat(3000), '=1+1', '<b>', "';--", '../../x'],
    ...[{ __proto__: null }, JSON.parse('{"__proto__":{"admin":true}}'), { constructor: { prototype: 1 } }],
  ),
  fc.string({ unit: 'binary', maxLength: 12 }),
  fc.double(),
  fc.array(fc.oneof(fc.integer(), fc.string()), { maxLength: 3 }),
)
/** Something right with one thing in it, at any depth, replaced, left out or put beside. */
const spoilt = (right: unknown, value: unknown, at: number): unknown => {
  if (typeof right !== 'object' || right === null) return value
  const keys = Object.keys(right)
  const key = keys[at % (keys.length + 1)]
  if (key === undefined) return Array.isArray(right) ? [...right, value] : { ...right, [`more${at}`]: value }
  const inside = (right as Record<string, unknown>)[key]
  const deeper = typeof inside === 'object' && inside !== null && at % 3 !== 0
  const next = deeper ? spoilt(inside, value, Math.floor(at / 3)) : at % 7 === 0 ? undefined : value
  if (Array.isArray(right)) return right.map((one, i) => (String(i) === key ? next : one))
  return { ...right, [key]: next }
}

interface Sent {
  readonly method: string
  readonly path: string
  readonly body: unknown
  readonly writeId: string
}
const inPath = fc.oneof(
  { arbitrary: id, weight: 4 },
  fc.constantFrom('x', '0', '1.5', '-1', '%00', '%zz', '..%2f..%2fx', 'toString', '__proto__', '99999999999', 'bath'),
)
function requests(path: string, method: string, { parameters, requestBody }: Operation): fc.Arbitrary<Sent> {
  const schema = requestBody?.content['application/json']?.schema
  const right = schema ? fitting(schema) : fc.constant({})
  const body = fc.oneof(
    { arbitrary: right, weight: 4 },
    { arbitrary: fc.tuple(right, odd, fc.nat(200)).map(([one, value, at]) => spoilt(one, value, at)), weight: 5 },
    odd,
  )
  const query = parameters.filter((one) => one.in === 'query')
  return fc
    .tuple(
      fc.array(inPath, { minLength: 3, maxLength: 3 }),
      fc.tuple(...query.map((one) => fc.option(fc.oneof(fitting(one.schema), odd)))),
      body,
      fc.uuid(),
    )
    .map(([parts, asked, sent, writeId]) => {
      let at = 0
      const place = path.replace(/\{\w+\}/g, () => parts[at++ % 3]!)
      const pairs = query.flatMap(({ name }, i) =>
        asked[i] === null ? [] : [`${name}=${encodeURIComponent(wellFormed(JSON.stringify(asked[i]) ?? ''))}`],
      )
      return { method, path: `${place}${pairs.length > 0 ? `?${pairs.join('&')}` : ''}`, body: sent, writeId }
    })
}
/** An address cannot carry half a character. */
const wellFormed = (text: string) => text.replace(/[\ud800-\udfff]/g, '�').replace(/^"(.*)"$/, '$1')

/** These end the session that asks, never end themselves, or start a program: they have tests of their own. */
const notHere =
  /\/stream$|^DELETE \/api\/session$|session\/(lock|password|code|owner|pin)|POST \/api\/session$|end-others|second-factor|POST \/api\/backups|GET \/api\/transfer\/shop/

function corpus(described: { readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>> }): Sent[] {
  const operations = Object.entries(described.paths).flatMap(([path, methods]) =>
    Object.entries(methods)
      .filter(([method]) => !notHere.test(`${method.toUpperCase()} ${path}`))
      .map(([method, operation]) => requests(path, method, operation)),
  )
  const each = Math.ceil(5100 / operations.length)
  const rows = operations.map((one, i) => fc.sample(one, { numRuns: each, seed: 20_311 + i }))
  // One of each in turn, so that all kinds of record come to be early.
  return Array.from({ length: each }, (_, i) => rows.map((row) => row[i]!)).flat()
}

const collect = (() => {
  setFlagsFromString('--expose-gc')
  return runInNewContext('gc') as () => void
})()
const heapMb = () => {
  collect()
  return process.memoryUsage().heapUsed / 2 ** 20
}

test('five thousand generated requests over every route: nothing is answered 500, nothing is told of the inside, nothing grows', async () => {
  const customer = aCustomer({ id: ids[0] })
  await owner.post('/customers', customer).expect(200)
  await owner.post('/balls', aBall(ids[0]!, { id: ids[1] })).expect(200)
  const described = (await owner.get('/openapi').expect(200)).body
  const isProblem = new Ajv2020({ strict: false }).compile(described.components.schemas.Problem)
  const sent = corpus(described)
  expect(sent.length).toBeGreaterThanOrEqual(5000)

  const wrong: string[] = []
  const taken = new Set<string>()
  const counts: Record<number, number> = {}
  async function ask({ method, path, body, writeId }: Sent) {
    const controller = new AbortController()
    const timer = setTimeout(() => controller.abort(), 20_000)
    const headers = { Origin: shop.origin, Cookie: cookie, 'X-Write-Id': writeId, 'Content-Type': 'application/json' }
    const text = JSON.stringify(body)
    const told = method === 'get' || text === undefined ? {} : { body: text }
    const response = await fetch(`${shop.origin}${path}`, { method, headers, ...told, signal: controller.signal })
    const answer = await response.text()
    clearTimeout(timer)
    const said = `${response.status} ${method} ${path} ${text} ${answer.slice(0, 200)}`
    counts[response.status] = (counts[response.status] ?? 0) + 1
    if (response.ok) taken.add(`${method} ${path.split('?')[0]!.split('/').slice(0, 3).join('/')}`)
    // No device is plugged in here, which is said as 503.
    if (response.status >= 500 && response.status !== 503) wrong.push(said)
    if (response.status >= 400 && !isProblem(JSON.parse(answer))) wrong.push(said)
    if (/\n\s+at |node_modules|\.ts:\d|select |violates/.test(answer)) wrong.push(said)
  }
  const cookie = await shop.cookieOf('owner')
  const sessionsBefore = await shop.database.one<{ n: number }>('select count(*)::int as n from session')
  const some = 1500
  const queue = new PQueue({ concurrency: 8 })
  await queue.addAll(sent.slice(0, some).map((one) => () => ask(one)))
  const early = heapMb()
  await queue.addAll(sent.slice(some).map((one) => () => ask(one)))
  const late = heapMb()

  expect(wrong).toEqual([])
  // It went deep: most kinds of route took something, and thousands were refused for what was wrong with them.
  expect(taken.size).toBeGreaterThan(40)
  expect((counts[422] ?? 0) + (counts[400] ?? 0)).toBeGreaterThan(1000)
  expect(late - early).toBeLessThan(60)
  const sessionsAfter = await shop.database.one<{ n: number }>('select count(*)::int as n from session')
  expect(sessionsAfter.n).toBe(sessionsBefore.n)
  expect(({} as Record<string, unknown>)['admin']).toBeUndefined()
}, 240_000)
