import type { words } from './words/index.ts'

type Keys<T, Before extends string = ''> = {
  [K in keyof T & string]: T[K] extends string ? `${Before}${K}` : Keys<T[K], `${Before}${K}.`>
}[keyof T & string]

/** Key of a text in the catalogue, e.g. `input.fillIn`. */
export type SaidKey = Keys<typeof words>
export type FieldName = keyof (typeof words)['fields']
type InputKey = keyof (typeof words)['input']

export type SaidValue = string | number | Said | readonly Said[]
/** Something to say: the key of a text and what stands in its places. Only a catalogue turns it into words. */
export type Said = { readonly key: SaidKey; readonly with?: Readonly<Record<string, SaidValue>> }

export const said = (key: SaidKey, values?: Said['with']): Said => (values ? { key, with: values } : { key })

/** What is wrong with a field, by its name. */
export const wrong = (field: FieldName, what: InputKey, values?: Said['with']): Said =>
  said(`input.${what}`, { field: said(`fields.${field}`), ...values })

/** Looks a text up and fills its places. */
export type LookUp = (key: string, values: Record<string, unknown>) => string

const isSaid = (value: SaidValue): value is Said => typeof value === 'object' && 'key' in value

/** The words for what is to be said, in the language of a catalogue; what stands in its places is put into words first. */
export function inWords({ key, with: values = {} }: Said, lookUp: LookUp): string {
  const word = (value: SaidValue): string | number =>
    typeof value !== 'object'
      ? value
      : isSaid(value)
        ? inWords(value, lookUp)
        : value.map((one) => inWords(one, lookUp)).join(', ')
  return lookUp(key, Object.fromEntries(Object.entries(values).map(([name, value]) => [name, word(value)])))
}
