import type { AnySchema } from 'yup'

/** A field that differs between what is in the form and what somebody else saved meanwhile, and which of both is to stay. */
export interface Differing {
  readonly key: string
  readonly mine: unknown
  readonly theirs: unknown
  stays: 'mine' | 'theirs'
}

type Data = Readonly<Record<string, unknown>>
const copyOf = <T>(data: T) => JSON.parse(JSON.stringify(data)) as T
/** Empty is empty, however it is written. */
const written = (value: unknown) => JSON.stringify(value === undefined || value === '' ? null : value)

/** Data as a form's schema sees it: nothing beside its fields, at any depth. What cannot be read so stays as it is. */
function asFields(schema: AnySchema, data: Data): Data {
  try {
    return copyOf(schema.cast(copyOf(data), { stripUnknown: true, assert: false }) as Data)
  } catch {
    return copyOf(data)
  }
}
/** Told by the form itself, not typed. */
const own: readonly string[] = ['id', 'version']

const isGroup = (value: unknown): value is Data => typeof value === 'object' && value !== null && !Array.isArray(value)
/** Its fields, those of a group each by itself as `group.field`. */
const flat = (data: Data): Record<string, unknown> =>
  Object.fromEntries(
    Object.entries(data).flatMap(([key, value]) =>
      isGroup(value) ? Object.entries(value).map(([inner, one]) => [`${key}.${inner}`, one]) : [[key, value]],
    ),
  )

/**
 * What a form and the record that stands now disagree in. Where nothing was typed since the form was opened (`start`), what the other one saved is to
 * stay; where something was typed, that.
 */
export function differing(schema: AnySchema, start: Data, mine: Data, current: Data): Differing[] {
  const [before, typed, saved] = [start, mine, current].map((data) => flat(asFields(schema, data))) as [
    Data,
    Data,
    Data,
  ]
  return [...new Set([...Object.keys(typed), ...Object.keys(saved)])]
    .filter((key) => {
      const field = key.split('.')[0]!
      return field in mine && field in current && !own.includes(field) && written(typed[key]) !== written(saved[key])
    })
    .map((key) => ({
      key,
      mine: typed[key],
      theirs: saved[key],
      stays: written(typed[key]) === written(before[key]) ? 'theirs' : 'mine',
    }))
}

/** Writes into a form's values what is to stay as the other one saved it. */
export function settle(values: Record<string, unknown>, rows: readonly Differing[]): void {
  for (const { key, theirs, stays } of rows) {
    if (stays === 'mine') continue
    const [field, inner] = key.split('.') as [string, string | undefined]
    const value = theirs === undefined ? null : copyOf(theirs)
    values[field] = inner === undefined ? value : { ...(values[field] as Data), [inner]: value }
  }
}
