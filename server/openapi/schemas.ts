import { type FieldName, said } from '@sleetfall/contract'
import { english } from '@sleetfall/contract/english'
import type {
  AnySchema,
  SchemaDescription,
  SchemaFieldDescription,
  SchemaInnerTypeDescription,
  SchemaObjectDescription,
} from 'yup'

/** A JSON Schema (draft 2020-12), as OpenAPI 3.1 has it. */
export type JsonSchema = Readonly<Record<string, unknown>>

const testOf = ({ tests }: SchemaDescription, name: string, parameter: string) =>
  tests.find((one) => one.name === name)?.params?.[parameter]

const fieldsOf = ({ fields }: SchemaObjectDescription) =>
  Object.entries(fields).map(([name, field]) => [name, field as SchemaDescription] as const)

/** Whether a record without the field is taken. */
const mayMiss = (field: SchemaDescription) => field.optional || field.default !== undefined

function ofObject(description: SchemaObjectDescription): JsonSchema {
  const fields = fieldsOf(description)
  const required = fields.filter(([, field]) => !mayMiss(field)).map(([name]) => name)
  return {
    type: 'object',
    ...(required.length > 0 ? { required } : {}),
    properties: Object.fromEntries(fields.map(([name, field]) => [name, ofDescription(field)])),
  }
}

function ofString(description: SchemaDescription): JsonSchema {
  const pattern = testOf(description, 'matches', 'regex') as RegExp | undefined
  const [minLength, maxLength] = [testOf(description, 'min', 'min'), testOf(description, 'max', 'max')]
  const notEmpty = description.tests.some(({ name }) => name === 'required')
  return {
    type: 'string',
    ...(pattern ? { pattern: pattern.source } : {}),
    ...(minLength !== undefined || notEmpty ? { minLength: minLength ?? 1 } : {}),
    ...(maxLength === undefined ? {} : { maxLength }),
  }
}

function ofArray(description: SchemaInnerTypeDescription): JsonSchema {
  const { innerType } = description
  const [minItems, maxItems] = [testOf(description, 'min', 'min'), testOf(description, 'max', 'max')]
  const inner = (innerType ?? { type: 'mixed' }) as SchemaFieldDescription | SchemaFieldDescription[]
  return {
    type: 'array',
    ...(Array.isArray(inner)
      ? { prefixItems: inner.map(ofDescription), minItems: inner.length, maxItems: inner.length }
      : { items: ofDescription(inner) }),
    ...(minItems === undefined ? {} : { minItems }),
    ...(maxItems === undefined ? {} : { maxItems }),
  }
}

function ofNumber(description: SchemaDescription): JsonSchema {
  const [minimum, maximum] = [testOf(description, 'min', 'min'), testOf(description, 'max', 'max')]
  return {
    type: description.tests.some(({ name }) => name === 'integer') ? 'integer' : 'number',
    ...(minimum === undefined ? {} : { minimum }),
    ...(maximum === undefined ? {} : { maximum }),
  }
}

function ofType(description: SchemaFieldDescription): JsonSchema {
  switch (description.type) {
    case 'object':
      return ofObject(description as SchemaObjectDescription)
    case 'array':
    case 'tuple':
      return ofArray(description as SchemaInnerTypeDescription)
    case 'string':
      return ofString(description as SchemaDescription)
    case 'number':
      return ofNumber(description as SchemaDescription)
    case 'boolean':
      return { type: 'boolean' }
    default:
      return {}
  }
}

function ofDescription(field: SchemaFieldDescription): JsonSchema {
  const description = field as SchemaDescription
  const { label, oneOf = [], nullable } = description
  const title = label === undefined ? {} : { title: english(said(`fields.${label as FieldName}`)) }
  if (oneOf.length > 0) {
    const values = nullable && !oneOf.includes(null) ? [...oneOf, null] : oneOf
    return { ...title, enum: values }
  }
  const own = ofType(field)
  if (!nullable || own['type'] === undefined) return { ...title, ...own }
  return { ...title, anyOf: [own, { type: 'null' }] }
}

/** What one of the contract's schemas takes. One that picks another by what it sees names them in its `variants`. */
export function jsonSchemaOf(schema: AnySchema): JsonSchema {
  const { variants } = (schema.spec.meta ?? {}) as { readonly variants?: readonly AnySchema[] }
  if (variants) return { oneOf: variants.map(jsonSchemaOf) }
  return ofDescription(schema.describe() as SchemaFieldDescription)
}

/** A record as it is answered: every field that it is written with stands in it, and more. */
export function answeredSchemaOf(schema: AnySchema, more: JsonSchema = {}): JsonSchema {
  const written = jsonSchemaOf(schema) as { readonly properties: JsonSchema }
  const properties = { ...written.properties, ...more }
  return { type: 'object', required: Object.keys(properties), properties }
}
