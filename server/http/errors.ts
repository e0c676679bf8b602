import type { FieldProblem, ProblemCode } from '@sleetfall/contract'

/** An expected failure of a request, turned into a problem+json body. */
export class ProblemError extends Error {
  constructor(
    readonly status: number,
    readonly code: ProblemCode,
    readonly detail: string,
    readonly extra: { readonly fields?: readonly FieldProblem[]; readonly current?: unknown } = {},
  ) {
    super(detail)
  }
}

export const notFound = (detail = 'This record does not exist any more.') => new ProblemError(404, 'not-found', detail)

export const versionConflict = (current: unknown) =>
  new ProblemError(409, 'version-conflict', 'Somebody else changed this record while you were editing it.', { current })

export const invalidInput = (fields: readonly FieldProblem[]) =>
  new ProblemError(422, 'invalid-input', 'Some fields need another look.', { fields })

export const duplicate = (path: string, message: string, current?: unknown) =>
  new ProblemError(409, 'duplicate', message, { fields: [{ path, message }], current })
