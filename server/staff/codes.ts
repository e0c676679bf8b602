import type { OneTimeCode } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { codeOf, fits, newCode, sealed } from './secrets.ts'

/** A code lives a day, and dies of ten wrong tries. */
const hours = 24
const mostTries = 10

/**
 * Makes a one-time code that sets a member's password, or, for nobody, makes whoever has it the shop's first owner. The one made before is
 * no good any more.
 */
export async function makeCode(db: Db, staffId: string | null, { clearsSecond = false } = {}): Promise<OneTimeCode> {
  const code = newCode(3)
  await db.run('delete from one_time_code where staff_id is not distinct from $1', [staffId])
  const { expiresAt } = await db.one<{ expiresAt: string }>(
    `insert into one_time_code (staff_id, code_hash, clears_second, expires_at)
     values ($1, $2, $3, now() + make_interval(hours => $4)) returning expires_at`,
    [staffId, await sealed(codeOf(code)), clearsSecond, hours],
  )
  return { code, expiresAt }
}

/** Uses a code up: what it may do, or null when it is not the one, too old, or tried too often. A wrong try is counted, so that it stays counted. */
export async function useCode(
  db: Db,
  staffId: string | null,
  typed: string,
): Promise<{ readonly clearsSecond: boolean } | null> {
  const row = await db.maybeOne<{ id: string; codeHash: string; clearsSecond: boolean }>(
    `update one_time_code set tries = tries + 1
     where staff_id is not distinct from $1 and expires_at > now() and tries < $2
     returning id, code_hash, clears_second`,
    [staffId, mostTries],
  )
  if (!(await fits(row?.codeHash, codeOf(typed))) || !row) return null
  const gone = await db.run('delete from one_time_code where id = $1', [row.id])
  return gone === 1 ? { clearsSecond: row.clearsSecond } : null
}
