import { randomUUID } from 'node:crypto'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterAll, beforeAll, expect, test } from '@jest/globals'
import SwaggerParser from '@apidevtools/swagger-parser'
import { type ValidateFunction, Ajv2020 } from 'ajv/dist/2020.js'
import addFormats from 'ajv-formats'
import { testShop } from '../test/shop.ts'

type Document = {
  readonly paths: Readonly<Record<string, Readonly<Record<string, Operation>>>>
}
interface Operation {
  readonly operationId: string
  readonly parameters: readonly { readonly name: string; readonly in: string; readonly required: boolean }[]
  readonly responses: Readonly<Record<string, { readonly content?: Readonly<Record<string, { schema?: object }>> }>>
}

let shop: Awaited<ReturnType<typeof testShop>>
let owner: Awaited<ReturnType<typeof shop.signIn>>
let described: Document
beforeAll(async () => {
  shop = await testShop({ template: 'template_demo' })
  owner = await shop.signIn('owner')
  described = (await owner.get('/openapi').expect(200)).body
})
afterAll(() => shop.end())

const operations = () =>
  Object.entries(described.paths).flatMap(([path, methods]) =>
    Object.entries(methods).map(([method, operation]) => ({ path, method, operation })),
  )

test('the description is whole, and the file that ships is the same', async () => {
  const file = readFileSync(join(import.meta.dirname, '../../docs/openapi.json'), 'utf8')
  expect(described).toEqual(JSON.parse(file))
  await expect(SwaggerParser.validate(structuredClone(described) as never)).resolves.toBeTruthy()
  const names = operations().map(({ operation }) => operation.operationId)
  expect(new Set(names).size).toBe(names.length)
  expect(names.length).toBeGreaterThan(190)
})

test('a write says that it wants an id, what it is told and who may', () => {
  const write = described.paths['/api/balls/{id}']!['put'] as Operation & Record<string, unknown>
  expect(write.parameters).toContainEqual(expect.objectContaining({ name: 'X-Write-Id', required: true }))
  expect(write['x-least-role']).toBe('counter')
  expect(write['requestBody']).toMatchObject({
    content: {
      'application/json': {
        schema: {
          required: expect.arrayContaining(['name', 'cover', 'version']),
          properties: {
            name: { type: 'string', minLength: 1, maxLength: 60 },
            cover: { enum: expect.arrayContaining(['solid', 'urethane']) },
            weightLb: { anyOf: [{ type: 'number', minimum: 6, maximum: 16 }, { type: 'null' }] },
          },
        },
      },
    },
  })
  // What is recorded of a ball differs by its kind: each is named.
  const event = described.paths['/api/balls/{id}/events']!['post'] as Operation & Record<string, unknown>
  const { content } = event['requestBody'] as { content: { 'application/json': { schema: { oneOf: object[] } } } }
  expect(content['application/json'].schema.oneOf.length).toBe(8)
})

/** Records of the demo shop, by what an address calls them. */
const recordOf: readonly (readonly [RegExp, string])[] = [
  [/^\/api\/(customers|coverage|reaction-map|grip-sheets|calendar\/customers|upkeep\/links|records)\//, 'customer'],
  [/^\/api\/trials\/(spread|played)\//, 'customer'],
  [/^\/api\/trials\/exit\//, 'pattern'],
  [/^\/api\/(balls|surface|upkeep\/of|predictions)\//, 'ball'],
  [/^\/api\/patterns\//, 'pattern'],
  [/^\/api\/(events|bags|calendar\/events)\//, 'event'],
  [/^\/api\/rule-sets\//, 'rule_set'],
  [/^\/api\/trials\//, 'trial'],
  [/^\/api\/diagnoses\//, 'diagnosis'],
  [/^\/api\/calibrations\//, 'calibration'],
  [/^\/api\/bench\/jobs\//, 'job'],
]

test('what is read of the demo shop is what the description says', async () => {
  const ajv = new Ajv2020({ strict: false, allErrors: true })
  addFormats.default(ajv)
  const problem = ajv.compile((described as never)['components']['schemas']['Problem'])
  const one = async (table: string) =>
    (await shop.database.maybeOne<{ id: string }>(`select id from ${table} order by id limit 1`))?.id ?? randomUUID()
  const wrong: string[] = []
  let seen = 0
  let compared = 0
  for (const { path, method, operation } of operations()) {
    // Streams do not end by themselves; a file of the whole shop and of a backup have tests of their own.
    if (method !== 'get' || /stream|\/open\/|backups\/\{|transfer\/(shop|lists)|photoId/.test(path)) continue
    const table = recordOf.find(([pattern]) => pattern.test(path))?.[1]
    const filled: string[] = []
    for (const { name } of operation.parameters.filter((each) => each.in === 'path'))
      filled.push(
        await one(name === 'customerId' ? 'customer' : name === 'patternId' ? 'pattern' : (table ?? 'customer')),
      )
    let at = 0
    const address = path.replace(/\{\w+\}/g, () => filled[at++]!).replace('/api', '')
    const answer = await owner.get(address)
    seen += 1
    const said = `${address} ${answer.status}`
    const { content } = operation.responses[answer.status === 200 ? 200 : 'default']!
    const type = String(answer.headers['content-type']).split(';')[0]!
    if (!content || !(type in content)) {
      wrong.push(`${said} ${type}`)
      continue
    }
    const schema = answer.status === 200 ? content[type]!.schema : undefined
    const holds: ValidateFunction | null = answer.status === 200 ? (schema ? ajv.compile(schema) : null) : problem
    if (schema) compared += 1
    if (holds && !holds(answer.body)) wrong.push(`${said} ${ajv.errorsText(holds.errors?.slice(0, 3))}`)
    const asked = operation.parameters.some(({ in: where, required }) => where === 'query' && required)
    if (answer.status >= 500 || (answer.status === 422 && !asked)) wrong.push(said)
  }
  expect(wrong).toEqual([])
  expect(seen).toBeGreaterThan(60)
  expect(compared).toBeGreaterThan(13)
}, 60_000)
