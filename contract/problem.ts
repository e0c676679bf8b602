import type { AnySchema, InferType } from 'yup'
import { ValidationError } from 'yup'
import { type Said, said } from './said.ts'

/** One thing wrong with the input, with the path of its field, e.g. `loads[2].toBoard`. */
export interface FieldProblem {
  readonly path: string
  readonly said: Said
}

/** Body of every error response (application/problem+json). */
export interface Problem {
  readonly type: string
  readonly title: string
  readonly status: number
  /** Stable word for programs, e.g. `version-conflict`. */
  readonly code: ProblemCode
  /** What a screen says of it, in its own language; missing when the answer is not from our server. */
  readonly said?: Said
  /** The same in English, for programs and logs. */
  readonly detail: string
  readonly requestId: string
  readonly fields?: readonly (FieldProblem & { readonly message: string })[]
  /** For conflicts: what stands in the database now. */
  readonly current?: unknown
}

export type ProblemCode =
  | 'invalid-input'
  | 'not-signed-in'
  | 'wrong-credentials'
  | 'not-allowed'
  | 'wrong-origin'
  | 'wrong-host'
  | 'too-many-attempts'
  | 'not-found'
  | 'version-conflict'
  | 'duplicate'
  | 'in-use'
  | 'already-done'
  | 'wrong-state'
  | 'needs-reason'
  | 'hard-stop'
  | 'refused'
  | 'unavailable'
  | 'busy'
  | 'disk-full'
  | 'internal'

export type Checked<T> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly fields: readonly FieldProblem[] }

/** Names that every object has by birth are no fields, and schemas stumble over them. */
const isNoField = (key: string) => key in Object.prototype
const mostDeep = 40

/** Path of the first field that no record may have, or that lies deeper than any record; null when there is none. */
function forbidden(input: unknown, path = '', depth = 0): string | null {
  if (typeof input !== 'object' || input === null) return null
  if (depth > mostDeep) return path
  for (const [key, value] of Object.entries(input)) {
    const here = path === '' ? key : `${path}.${key}`
    if (isNoField(key)) return here
    const inside = forbidden(value, here, depth + 1)
    if (inside !== null) return inside
  }
  return null
}

/** Checks and casts input; every problem is reported at once, one per field. */
export function check<S extends AnySchema>(schema: S, input: unknown): Checked<InferType<S>> {
  const path = forbidden(input)
  if (path !== null)
    return { ok: false, fields: [{ path, said: said('input.unknownField', { path: path.slice(0, 80) }) }] }
  try {
    return { ok: true, value: schema.validateSync(input, { abortEarly: false, stripUnknown: true }) }
  } catch (error) {
    if (!(error instanceof ValidationError)) throw error
    const inner = error.inner.length > 0 ? error.inner : [error]
    const fields = new Map<string, FieldProblem>()
    for (const one of inner) {
      const path = one.path ?? ''
      if (!fields.has(path)) fields.set(path, { path, said: one.errors[0] as unknown as Said })
    }
    return { ok: false, fields: [...fields.values()] }
  }
}
