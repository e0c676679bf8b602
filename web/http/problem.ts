import type { Problem } from '@sleetfall/contract'

/** An answer of the server that says why it did not do what was asked. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(problem.detail)
  }
}

/** The user gave up waiting for a server that does not answer. */
export class NotSent extends Error {}

/** Words for any error that reaches a screen. */
export function errorText(error: unknown): string {
  if (error instanceof ApiError) {
    const fields = error.problem.fields?.map((field) => field.message) ?? []
    return fields.length > 0 ? fields.join(' · ') : error.problem.detail
  }
  return error instanceof Error ? error.message : String(error)
}
