import type { Problem } from '@sleetfall/contract'
import { textOf, textOfAll } from '../i18n.ts'

/** What a refusal says: in the screen's words, or as it was written by whoever stands between the server and here. */
const reasonOf = ({ said, detail }: Problem) => (said ? textOf(said) : detail)

/** An answer of the server that says why it did not do what was asked. */
export class ApiError extends Error {
  constructor(readonly problem: Problem) {
    super(reasonOf(problem))
  }
}

/** The user gave up waiting for a server that does not answer. */
export class NotSent extends Error {}

/** Words for any error that reaches a screen. */
export function errorText(error: unknown): string {
  if (error instanceof ApiError) {
    const { fields = [] } = error.problem
    return fields.length > 0 ? textOfAll(fields) : reasonOf(error.problem)
  }
  return error instanceof Error ? error.message : String(error)
}
