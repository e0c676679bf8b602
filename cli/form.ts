import { type FieldProblem, said } from '@sleetfall/contract'

/** Deeper than any input of a command by far. */
const deepest = 40
/** What a case may carry beside its input. */
const notes: ReadonlySet<string> = new Set(['name', 'note', 'expected'])

const isObject = (value: unknown): value is Record<string, unknown> => typeof value === 'object' && value !== null
type Kind = 'array' | 'null' | 'string' | 'number' | 'boolean' | 'object'
const kindOf = (value: unknown): Kind =>
  Array.isArray(value) ? 'array' : value === null ? 'null' : (typeof value as Exclude<Kind, 'array' | 'null'>)
const join = (path: string, key: string) => (path === '' ? key : `${path}.${key}`)

/** What is wrong with the shape of some JSON, whatever it is meant for: nested too deep, or with a key that is no field's name. */
export function formProblems(input: unknown): readonly FieldProblem[] {
  const waiting: { readonly value: unknown; readonly path: string; readonly depth: number }[] = [
    { value: input, path: '', depth: 0 },
  ]
  while (waiting.length > 0) {
    const { value, path, depth } = waiting.pop()!
    if (!isObject(value)) continue
    if (depth > deepest) return [{ path: '', said: said('form.tooDeep', { deepest }) }]
    for (const key of Object.keys(value)) {
      // Keys that every object has would be taken for a schema's own fields.
      if (key in Object.prototype) return [{ path: join(path, key), said: said('form.notAField') }]
      const at = Array.isArray(value) ? `${path}[${key}]` : join(path, key)
      waiting.push({ value: value[key], path: at, depth: depth + 1 })
    }
  }
  return []
}

/**
 * Fields of an input that its schema let fall or read as something else: misspelt names, lists or texts where a number belongs. `read`
 * is what the schema made of it.
 */
export function misread(input: unknown, read: unknown, path = ''): readonly FieldProblem[] {
  if (input === null || read === null || read === undefined) return []
  const [given, taken] = [kindOf(input), kindOf(read)]
  if (given !== taken)
    return [{ path, said: said('form.belongs', { taken: said(`kinds.${taken}`), given: said(`kinds.${given}`) }) }]
  if (Array.isArray(input)) return input.flatMap((one, i) => misread(one, (read as unknown[])[i], `${path}[${i}]`))
  if (!isObject(input) || !isObject(read)) return []
  return Object.keys(input).flatMap((key) => {
    if (Object.hasOwn(read, key)) return misread(input[key], read[key], join(path, key))
    if (path === '' && notes.has(key)) return []
    const known = Object.keys(read)
    return [
      {
        path: join(path, key),
        said: known.length > 0 ? said('form.notAFieldHere', { known: known.join(', ') }) : said('form.notAField'),
      },
    ]
  })
}
