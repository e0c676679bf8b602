import type { Column, Table } from './catalog.ts'

/** The format of a whole shop. */
export const wholeFormat = 'sleetfall-shop/2'
export const uuidPattern = '^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$'
const mostCharacters = 20_000
/** PostgreSQL's days and moments of the years that a shop can be of. */
const dayPattern = '^[12]\\d{3}-\\d\\d-\\d\\d$'

type Schema = Readonly<Record<string, unknown>>

function typeOf({ type, words, least, most, notEmpty }: Column): Schema {
  const range = least === undefined ? {} : { minimum: least, maximum: most }
  switch (type) {
    case 'uuid':
      return { type: 'string', pattern: uuidPattern }
    case 'bool':
      return { type: 'boolean' }
    case 'int4':
      return { type: 'integer', minimum: -2_147_483_648, maximum: 2_147_483_647, ...range }
    case 'int8':
      return { type: 'integer', minimum: 0, maximum: Number.MAX_SAFE_INTEGER }
    case 'float8':
      return { type: 'number', ...range }
    case 'date':
      return { type: 'string', format: 'date', pattern: dayPattern }
    case 'timestamptz':
      return { type: 'string', format: 'date-time', pattern: '^[12]' }
    case '_int4':
      return { type: 'array', items: { type: 'integer', minimum: 0, maximum: 1000 }, maxItems: 1000 }
    case 'jsonb':
      return { type: ['array', 'object'] }
    default:
      return words
        ? { type: 'string', enum: words }
        : { type: 'string', maxLength: mostCharacters, ...(notEmpty ? { minLength: 1 } : {}) }
  }
}
const orNull = (column: Column): Schema => {
  const schema = typeOf(column)
  return column.nullable ? { anyOf: [{ type: 'null' }, schema] } : schema
}

/** JSON Schema (draft 2020-12) of a whole shop, made of the database's own account of its tables. */
export const schemaOf = (tables: readonly Table[]): Schema => ({
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: wholeFormat,
  type: 'object',
  required: ['format', 'schema', 'tables'],
  additionalProperties: false,
  properties: {
    format: { const: wholeFormat },
    schema: { type: 'string', maxLength: 200, description: 'newest migration of the schema that it was written from' },
    tables: {
      type: 'object',
      additionalProperties: false,
      properties: Object.fromEntries(
        tables.map(({ name, columns }) => [
          name,
          {
            type: 'array',
            items: {
              type: 'object',
              additionalProperties: false,
              required: columns.filter(({ optional }) => !optional).map(({ key }) => key),
              properties: Object.fromEntries(columns.map((column) => [column.key, orNull(column)])),
            },
          },
        ]),
      ),
    },
  },
})
