import type { Request, Response } from 'express'
import type { Database } from '../database/db.ts'
import { newMark, sha256 } from './secrets.ts'

const cookie = 'sleetfall-device'
const oneYearMs = 365 * 86_400_000

/** The mark that a browser keeps for a year. */
function markOf(request: Request): string | null {
  const held = (request.get('Cookie') ?? '').split(/; */).find((one) => one.startsWith(`${cookie}=`))
  const mark = held?.slice(cookie.length + 1) ?? ''
  return /^[\w-]{43}$/.test(mark) ? mark : null
}

/** Whether somebody of this sign-in name has signed in from this device before: guesses from elsewhere never lock it out. */
export async function isKnownDevice(database: Database, request: Request, login: string): Promise<boolean> {
  const mark = markOf(request)
  if (mark === null) return false
  return (
    (await database.maybeOne(
      'select 1 from known_device d join staff s on s.id = d.staff_id where d.mark_sha256 = $1 and s.login = $2',
      [sha256(mark), login],
    )) !== null
  )
}

/** Remembers that a member has signed in from this device. */
export async function rememberDevice(
  database: Database,
  request: Request,
  response: Response,
  staffId: string,
): Promise<void> {
  const mark = markOf(request) ?? newMark()
  await database.run(
    `insert into known_device (mark_sha256, staff_id) values ($1, $2)
     on conflict (mark_sha256, staff_id) do update set seen_at = now()`,
    [sha256(mark), staffId],
  )
  response.cookie(cookie, mark, {
    httpOnly: true,
    sameSite: 'lax',
    secure: request.secure,
    maxAge: oneYearMs,
    path: '/api/session',
  })
}
