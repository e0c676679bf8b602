import { describe, expect, test } from '@jest/globals'
import fc from 'fast-check'
import type { ObjectSchema, SchemaDescription, SchemaInnerTypeDescription, SchemaObjectDescription } from 'yup'
import * as contract from './index.ts'
import { type FieldName, check, said } from './index.ts'
import { english } from './words/english.ts'

type AnyObject = ObjectSchema<Record<string, unknown>>
/** Every record that crosses the wire, by the name of its schema. */
const schemas = Object.entries(contract as unknown as Record<string, AnyObject>).filter(
  ([name, schema]) => name.endsWith('Schema') && schema.type === 'object',
)

interface Ranged {
  readonly schema: string
  readonly field: string
  readonly label: string
  readonly min: number
  readonly max: number
}
/** What a message calls the field. */
const nameOf = ({ label }: Ranged) => english(said(`fields.${label as FieldName}`))
const described = (schema: ObjectSchema<Record<string, unknown>>) =>
  (schema.describe() as SchemaObjectDescription).fields
/** Figures that have a range, wherever they stand. */
const ranged: readonly Ranged[] = schemas.flatMap(([name, schema]) =>
  Object.entries(described(schema)).flatMap(([field, of]) => {
    const { type, tests, label } = of as SchemaDescription
    // A pad has a grit and a compound has none: that one is judged with its neighbour.
    if (type !== 'number' || `${name}.${field}` === 'padSchema.grit' || field === 'version') return []
    const bound = (which: 'min' | 'max') => tests.find((one) => one.name === which)?.params?.[which]
    const [min, max] = [bound('min'), bound('max')]
    return typeof min === 'number' && typeof max === 'number'
      ? [{ schema: name, field, label: label ?? '', min, max }]
      : []
  }),
)
const schemaOf = (name: string) => schemas.find(([one]) => one === name)![1]
/** What a schema says of one field, whatever the others lack. */
function messageOf({ schema, field }: Pick<Ranged, 'schema' | 'field'>, value: unknown): string | null {
  const checked = check(schemaOf(schema), { [field]: value })
  const wrong = checked.ok ? undefined : checked.fields.find((one) => one.path === field)
  return wrong ? english(wrong.said) : null
}

describe('every figure that crosses the wire', () => {
  test('there are many, and each has a name for people', () => {
    expect(schemas.length).toBeGreaterThan(25)
    expect(ranged.length).toBeGreaterThan(60)
    for (const { label, field, schema } of ranged)
      expect({ schema, field, named: label !== '' }).toEqual({ schema, field, named: true })
  })

  test.each(ranged.map((one) => [`${one.schema}.${one.field}`, one] as const))(
    '%s is taken at both ends of its range and refused beyond them, by name and with the range',
    (_, one) => {
      // Rules between fields may ask more of a figure; they never speak of its range.
      const ofRange = (value: number) => {
        const message = messageOf(one, value)
        return message !== null && message.includes(String(one.min)) && message.includes(String(one.max))
      }
      expect(ofRange(one.min)).toBe(false)
      expect(ofRange(one.max)).toBe(false)
      const beyond = Math.ceil(Math.max(1, (one.max - one.min) / 10))
      for (const value of [one.min - beyond, one.max + beyond]) {
        const message = messageOf(one, value)
        expect(message).not.toBeNull()
        expect(message!.startsWith(nameOf(one))).toBe(true)
        expect(message).toContain(String(one.min))
        expect(message).toContain(String(one.max))
      }
    },
  )

  test('what is no figure is refused by name, never taken as one', () => {
    for (const one of ranged)
      for (const value of ['x', { a: 1 }, 'NaN', '1e', '--1'])
        expect({ ...one, value, told: messageOf(one, value)?.startsWith(nameOf(one)) }).toEqual({
          ...one,
          value,
          told: true,
        })
  })
})

describe('every schema', () => {
  const odd = fc.oneof(
    fc.constant(null),
    fc.boolean(),
    fc.double(),
    fc.string(),
    fc.array(fc.oneof(fc.string(), fc.double(), fc.constant(null)), { maxLength: 3 }),
    fc.dictionary(fc.string(), fc.oneof(fc.string(), fc.double(), fc.constant(null)), {
      maxKeys: 3,
      noNullPrototype: true,
    }),
  )

  test.each(schemas)('%s answers anything with what it takes or with named fields, and never throws', (_, schema) => {
    const fields = Object.keys(described(schema))
    fc.assert(
      fc.property(
        fc.dictionary(fc.constantFrom(...fields, 'toString', '__proto__'), odd, { maxKeys: 6, noNullPrototype: true }),
        (given) => {
          const checked = check(schema, given)
          if (checked.ok) return
          expect(checked.fields.length).toBeGreaterThan(0)
          for (const { path, said } of checked.fields) {
            expect(typeof path).toBe('string')
            expect(english(said).length).toBeGreaterThan(3)
            // No place of a sentence is left open, and no key is shown for a text that is missing.
            expect(english(said)).not.toMatch(/[{}]|^\w+\.\w+$/)
          }
        },
      ),
      { seed: 20_311, numRuns: 25 },
    )
  })

  test.each(schemas)('%s refuses lists of nothing, of the wrong kind and of the same twice in words', (_, schema) => {
    /** Each list of a schema, as the input that has only this list in it. */
    const lists: ((list: unknown) => unknown)[] = []
    const find = (described: unknown, put: (value: unknown) => unknown) => {
      const { type, fields = {}, innerType } = described as SchemaObjectDescription & SchemaInnerTypeDescription
      if (type === 'object')
        for (const [name, one] of Object.entries(fields)) find(one, (value) => put({ [name]: value }))
      if (type !== 'array' && type !== 'tuple') return
      lists.push(put)
      if (innerType && !Array.isArray(innerType)) find(innerType, (value) => put([value]))
    }
    find(schema.describe(), (value) => value)
    for (const put of lists)
      for (const one of [null, 'x', 1, [], {}])
        for (const list of [[one], [one, one]]) expect(() => check(schema, put(list))).not.toThrow()
  })

  test('texts have an end, so that nobody stores a book in a name', () => {
    const endless: string[] = []
    for (const [name, schema] of schemas)
      for (const [field, of] of Object.entries(described(schema))) {
        const { type, tests, oneOf } = of as SchemaDescription & { oneOf: unknown[] }
        const bounded = tests?.some((one) => ['max', 'matches', 'length'].includes(one.name ?? ''))
        if (type !== 'string' || bounded || oneOf?.length > 0) continue
        if (messageOf({ schema: name, field }, 'x'.repeat(100_000)) === null) endless.push(`${name}.${field}`)
      }
    expect(endless).toEqual([])
  })

  test('lists have an end too', () => {
    const endless: string[] = []
    for (const [name, schema] of schemas)
      for (const [field, of] of Object.entries(described(schema))) {
        const { type, tests } = of as SchemaInnerTypeDescription
        // A leave is ten pins, each once; a shop's own file is as long as the shop.
        if (name === 'shopFileSchema' || field === 'leave') continue
        if (type === 'array' && !tests.some((one) => one.name === 'max')) endless.push(`${name}.${field}`)
      }
    expect(endless).toEqual([])
  })
})
