import { setLocale } from 'yup'
import { type FieldName, type Said, said } from './said.ts'
import { words } from './words/index.ts'

type Params = { readonly label?: string; readonly path: string; readonly originalPath?: string }
/** A field by its name where it has one, else by where it stands. */
const fieldOf = ({ label, path, originalPath }: Params): Said | string =>
  label && label in words.fields ? said(`fields.${label as FieldName}`) : (originalPath ?? path)

const kindOf = (type: string): Said =>
  said(`kinds.${type in words.kinds ? (type as keyof typeof words.kinds) : 'mixed'}`)

/** What a schema says of a wrong kind of value, or an absent one, where it says nothing of its own; nothing of the value. Set before any schema is made. */
const bound = (key: 'atLeast' | 'atMost', of: 'min' | 'max') => (params: Params & { min?: number; max?: number }) =>
  said(`input.${key}`, { field: fieldOf(params), count: Number(params[of]) })
const plain = (key: 'missing' | 'wholeOnly' | 'wrongly') => (params: Params) =>
  said(`input.${key}`, { field: fieldOf(params) })
const listed = (params: Params & { values?: unknown }) =>
  said('input.oneOf', { field: fieldOf(params), values: String(params.values) })

/** Yup takes a message to be a text; ours are keys, which it hands on as they are. */
const messages = {
  mixed: {
    default: plain('wrongly'),
    required: plain('missing'),
    defined: plain('missing'),
    notNull: plain('missing'),
    oneOf: listed,
    notType: (params: Params & { type: string }) => {
      const field = fieldOf(params)
      return params.label || params.originalPath
        ? said('input.belongs', { field, kind: kindOf(params.type) })
        : said('input.belongsHere', { kind: kindOf(params.type) })
    },
  },
  string: {
    min: (params: Params & { min?: number }) =>
      said('input.atLeastCharacters', { field: fieldOf(params), count: Number(params.min) }),
    max: (params: Params & { max?: number }) =>
      said('input.atMostCharacters', { field: fieldOf(params), count: Number(params.max) }),
    matches: plain('wrongly'),
  },
  number: { min: bound('atLeast', 'min'), max: bound('atMost', 'max'), integer: plain('wholeOnly') },
  array: { min: bound('atLeast', 'min'), max: bound('atMost', 'max') },
}
setLocale(messages as unknown as Parameters<typeof setLocale>[0])
