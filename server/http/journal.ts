import { type Journaled, journaled } from '@sleetfall/contract'
import type { Request } from 'express'
import type { Db } from '../database/db.ts'
import { type SignedIn, signedIn } from './context.ts'

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
const uuids = /[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/g
const isJournaled = (what: string): what is Journaled => journaled.some((one) => one === what)

/** What takes a name away must not put it into the journal. */
const isForgetting = (what: Journaled) => what === 'POST /records/:id/forget'

/** The route of a request, as the table of who may what has it. */
export function routeOf(request: Request): string {
  // A mount below a record carries the record's own id.
  const mount = request.baseUrl.replace(/^\/api/, '').replaceAll(uuids, ':id')
  return `${request.method} ${`${mount}${(request.route as { path: string }).path}`.replace(/\/$/, '')}`
}

type Who = Pick<SignedIn, 'id' | 'withPin'> | null

interface Named {
  readonly id: string
  readonly name: string
}
/** The first of some records that has a name. */
const named = (db: Db, ids: readonly string[]) =>
  db.maybeOne<Named>(
    'select id, name from record_name where id = any ($1::uuid[]) order by array_position($1::uuid[], id) limit 1',
    [ids],
  )

const insert = (
  db: Db,
  { id, what, user, about }: { id: string; what: Journaled; user: Who; about: { id: string | null; name: string } },
) =>
  db.run(
    `insert into journal (id, staff_id, staff_name, with_pin, what, subject_id, label)
     values ($1, $2, coalesce((select name from staff where id = $2), ''), $3, $4, $5, $6)`,
    [id, user?.id ?? null, user?.withPin ?? false, what, about.id, about.name],
  )

/**
 * Does a write and puts it into the journal, in the same transaction: who, what, which record, and by the database's own account which columns
 * of which rows it changed.
 */
export async function inJournal<T>(
  db: Db,
  { what, user, request, input }: { what: string; user: SignedIn; request: Request; input: unknown },
  work: () => Promise<T>,
): Promise<T> {
  if (!isJournaled(what)) return work()
  const { id } = await db.one<{ id: string }>(
    `select set_config('sleetfall.journal', nextval('journal_number')::text, true) as id`,
  )
  const given = (input ?? {}) as Readonly<Record<string, unknown>>
  const idsOf = (values: readonly unknown[]) =>
    values.flat().filter((one): one is string => typeof one === 'string' && uuid.test(one))
  // Of two records that are merged the one that stays is told of.
  const own = idsOf([given['intoId'], ...Object.values(request.params), given['id']])
  // Before: a record that goes has a name now only. After: one that comes has it then only, or is told by what it hangs on.
  const before = own.length > 0 ? await named(db, own) : null
  const answer = await work()
  const ids = [...own, ...idsOf([given['ballId'], given['customerId'], given['patternId']])]
  const after = isForgetting(what) ? null : before
  const about = after ?? (ids.length > 0 ? await named(db, ids) : null)
  await insert(db, { id, what, user, about: { id: about?.id ?? ids[0] ?? null, name: about?.name ?? '' } })
  return answer
}

/** Puts something into the journal that no ordinary write did. */
export async function noteInJournal(
  db: Db,
  { what, user, subjectId }: { what: Journaled; user: Who; subjectId: string },
): Promise<void> {
  const { id } = await db.one<{ id: string }>(`select nextval('journal_number')::text as id`)
  const about = await named(db, [subjectId])
  await insert(db, { id, what, user, about: { id: subjectId, name: about?.name ?? '' } })
}

/** A write of a member that is not one of `write()`, such as a file's. */
export async function noteWrite(db: Db, request: Request, subjectId: string): Promise<void> {
  const what = routeOf(request)
  if (isJournaled(what)) await noteInJournal(db, { what, user: signedIn(request), subjectId })
}

/** What a member did to their own signing in. */
export async function noteOwn(db: Db, request: Request): Promise<void> {
  const what = routeOf(request)
  const user = signedIn(request)
  if (isJournaled(what)) await noteInJournal(db, { what, user, subjectId: user.id })
}
