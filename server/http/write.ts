import { createHash } from 'node:crypto'
import { check, said } from '@sleetfall/contract'
import type { Request, RequestHandler, Response } from 'express'
import { type AnySchema, type InferType, object } from 'yup'
import type { Db } from '../database/db.ts'
import { tell } from '../database/news.ts'
import { type Context, type SignedIn, idOf, signedIn } from './context.ts'
import { ProblemError, invalidInput } from './errors.ts'
import { inJournal, routeOf } from './journal.ts'

export interface Write<T> {
  readonly db: Db
  readonly input: T
  readonly request: Request
  readonly user: SignedIn
}

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/

/** Checks a request's body; every problem is reported with its field path. */
export function checked<S extends AnySchema>(schema: S, body: unknown): InferType<S> {
  const result = check(schema, body ?? {})
  if (!result.ok) throw invalidInput(result.fields)
  return result.value
}

interface Asked {
  readonly schema: AnySchema
  /** Whether it takes effect once for each `X-Write-Id`. */
  readonly once: boolean
  /** Whether it is asked in the query although it writes: its body is a file. */
  readonly inQuery: boolean
}
const asked = new WeakMap<RequestHandler, Asked>()
/** What a route is asked with, for who describes the routes; undefined for a route that is told nothing. */
export const askedWith = (handler: RequestHandler): Asked | undefined => asked.get(handler)

/** A route that is told what a schema checks: in its query where it only reads or is sent a file, else in its body. */
export function takes<S extends AnySchema>(
  schema: S,
  work: (input: InferType<S>, request: Request, response: Response) => unknown,
  { inQuery = false }: { readonly inQuery?: boolean } = {},
): RequestHandler {
  const handler: RequestHandler = async (request, response) => {
    const asks = inQuery || request.method === 'GET' || request.method === 'HEAD'
    await work(checked(schema, asks ? request.query : request.body), request, response)
  }
  asked.set(handler, { schema, once: false, inQuery })
  return handler
}

/** A list or the like: what is found for the query that a schema checks is the answer. */
export const answers = <S extends AnySchema>(
  schema: S,
  find: (question: InferType<S>, request: Request) => Promise<unknown>,
): RequestHandler =>
  takes(schema, async (question, request, response) => {
    response.json(await find(question, request))
  })

const fingerprint = (body: unknown) =>
  createHash('sha256')
    .update(JSON.stringify(body ?? null))
    .digest('hex')

/**
 * A route that changes something: one transaction, idempotent by the client-made id in `X-Write-Id`. A repeated
 * request waits for the first one; it is then told what stands now by `again`, since answers are not kept. Without `again`
 * it is told that the write took effect. An id belongs to the member who made it, and to what they sent.
 */
export function write<S extends AnySchema>(
  { database }: Context,
  schema: S,
  work: (write: Write<InferType<S>>) => Promise<unknown>,
  again?: (write: Write<InferType<S>>) => Promise<unknown>,
): RequestHandler {
  const handler: RequestHandler = async (request, response) => {
    const user = signedIn(request)
    const id = request.get('X-Write-Id') ?? ''
    if (!uuid.test(id)) throw new ProblemError(400, 'invalid-input', said('refused.writeIdMissing'))
    const input = checked(schema, request.body)
    const mark = [user.id, request.method, request.originalUrl, fingerprint(request.body)]
    const answer = await database.transaction(async (db) => {
      const first = await db.run(
        `insert into write_request (id, staff_id, method, path, body_sha256) values ($1, $2, $3, $4, $5) on conflict do nothing`,
        [id, ...mark],
      )
      const one = { db, input, request, user }
      if (first === 1) {
        const what = routeOf(request)
        const done = await inJournal(db, { what, user, request, input }, () => work(one))
        await tell(db, 'changed', { area: what.split('/')[1]!, by: (request.get('X-Page') ?? '').slice(0, 40) })
        return done
      }
      const same = await db.maybeOne(
        'select 1 from write_request where id = $1 and staff_id = $2 and method = $3 and path = $4 and body_sha256 = $5',
        [id, ...mark],
      )
      if (!same) throw new ProblemError(409, 'refused', said('refused.writeIdOther'))
      if (!again) throw new ProblemError(409, 'already-done', said('refused.savedBefore'))
      return again(one)
    })
    if (answer === null || answer === undefined) response.status(204).end()
    else response.json(answer)
  }
  asked.set(handler, { schema, once: true, inQuery: false })
  return handler
}

/** Deletes the record of the address; asked again it has gone already, which is what was wanted. */
export const removal = (context: Context, erase: (db: Db, id: string) => Promise<unknown>) =>
  write(
    context,
    object({}),
    async ({ db, request }) => {
      await erase(db, idOf(request))
      return {}
    },
    async () => ({}),
  )
