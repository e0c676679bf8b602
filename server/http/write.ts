import { check } from '@sleetfall/contract'
import type { Request, RequestHandler } from 'express'
import type { AnySchema, InferType } from 'yup'
import type { Db } from '../database/db.ts'
import { type Context, type SignedIn, signedIn } from './context.ts'
import { ProblemError, invalidInput } from './errors.ts'

interface Write<T> {
  readonly db: Db
  readonly input: T
  readonly request: Request
  readonly user: SignedIn
}

interface Stored {
  readonly status: number | null
  readonly body: unknown
  readonly path: string
}

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** Checks a request's body; every problem is reported with its field path. */
export function checked<S extends AnySchema>(schema: S, body: unknown): InferType<S> {
  const result = check(schema, body ?? {})
  if (!result.ok) throw invalidInput(result.fields)
  return result.value
}

/**
 * A route that changes something: one transaction, idempotent by the client-made id in `X-Write-Id`. A repeated
 * request waits for the first one and gets its answer again.
 */
export function write<S extends AnySchema>(
  { database }: Context,
  schema: S,
  work: (write: Write<InferType<S>>) => Promise<unknown>,
): RequestHandler {
  return async (request, response) => {
    const user = signedIn(request)
    const id = request.get('X-Write-Id') ?? ''
    if (!uuid.test(id)) throw new ProblemError(400, 'invalid-input', 'X-Write-Id: a client-made UUID is missing.')
    const input = checked(schema, request.body)
    const answer = await database.transaction(async (db): Promise<Stored> => {
      const first = await db.run(
        `insert into write_request (id, staff_id, method, path) values ($1, $2, $3, $4) on conflict do nothing`,
        [id, user.id, request.method, request.originalUrl],
      )
      if (first === 0) {
        return db.one<Stored>('select status, body, path from write_request where id = $1', [id])
      }
      const body = (await work({ db, input, request, user })) ?? null
      const status = body === null ? 204 : 200
      await db.run('update write_request set status = $2, body = $3 where id = $1', [id, status, JSON.stringify(body)])
      return { status, body, path: request.originalUrl }
    })
    if (answer.path !== request.originalUrl) {
      throw new ProblemError(409, 'refused', 'X-Write-Id was used for another request.')
    }
    response.status(answer.status ?? 200)
    if (answer.body === null) response.end()
    else response.json(answer.body)
  }
}
