import { english } from '@sleetfall/contract/english'
import { type FieldProblem, type ProblemCode, said, type Said, type words } from '@sleetfall/contract'

type MissingName = keyof typeof words.missing

/** An expected failure of a request, turned into a problem+json body. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly code: ProblemCode,
    readonly said: Said,
    readonly extra: { readonly fields?: readonly FieldProblem[]; readonly current?: unknown } = {},
  ) {
    super(english(said))
  }
}

export const notFound = (what: MissingName = 'recordAnyMore') =>
  new ProblemError(404, 'not-found', said(`missing.${what}`))

export const versionConflict = (current: unknown) =>
  new ProblemError(409, 'version-conflict', said('refused.changedMeanwhile'), { current })

export const invalidInput = (fields: readonly FieldProblem[]) =>
  new ProblemError(422, 'invalid-input', said('refused.fieldsWrong'), { fields })

export const duplicate = (path: string, what: Said, current?: unknown) =>
  new ProblemError(409, 'duplicate', what, { fields: [{ path, said: what }], current })
