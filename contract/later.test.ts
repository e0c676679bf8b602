import { readFileSync, readdirSync } from 'node:fs'
import { describe, expect, jest, test } from '@jest/globals'
import * as yup from 'yup'
import { later } from './later.ts'

describe('a schema that is made later', () => {
  const make = () =>
    yup.object({ name: yup.string().required('name'), grits: yup.array(yup.number().required().max(9, 'grit')) })

  test('is made when it is first asked for, and once', () => {
    const made = jest.fn(make)
    const schema = later(made)
    expect(made).not.toHaveBeenCalled()
    for (let at = 0; at < 3; at++) expect(schema.isValidSync({ name: 'a', grits: [] })).toBe(true)
    expect(made).toHaveBeenCalledTimes(1)
  })

  test('says of every input what the schema itself says', async () => {
    const said = async (schema: yup.Schema, input: unknown) =>
      schema
        .validate(input, { abortEarly: false })
        .then((value: unknown) => ({ value }))
        .catch((error: yup.ValidationError) => ({ errors: error.inner.map(({ path, message }) => [path, message]) }))
    const inputs = [{ name: 'a', grits: [1, 10] }, { name: '', grits: null }, { grits: ['3'] }, null, 7, {}]
    for (const input of inputs) expect(await said(later(make), input)).toEqual(await said(make(), input))
  })

  test('can be part of another, narrowed, widened and described as the schema itself', () => {
    const [lazy, own] = [later(make), make()]
    const around = (inner: ReturnType<typeof make>) =>
      yup.object({ one: inner, many: yup.array(inner), none: inner.nullable().default(null) })
    const forms = (schema: ReturnType<typeof make>) =>
      [schema, schema.pick(['name']), schema.omit(['name']), schema.shape({ more: yup.boolean() }), schema.clone()]
        .concat(yup.object({ first: yup.date() }).concat(schema) as never, around(schema) as never)
        .map((one) => one.describe())
    expect(forms(lazy)).toEqual(forms(own))
    expect([lazy instanceof yup.ObjectSchema, yup.isSchema(lazy)]).toEqual([true, true])
  })
})

test('no file of the contract makes a schema when it is read', () => {
  const folder = new URL('.', import.meta.url)
  const eager = readdirSync(folder)
    .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
    .flatMap((name) =>
      [
        ...readFileSync(new URL(name, folder), 'utf8').matchAll(
          /^(?:export )?const (\w+)(?:: [^=]+)? =\s+(?:yup\b|\w+Schema\.|(?:text|needed|ranged|whole|oneOf|quantity|identifier|requiredText)\()/gm,
        ),
      ].map(([, schema]) => `${name}: ${schema}`),
    )
  expect(eager).toEqual([])
})
