import type { OwnSession } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'

/** Names a session without being a key to it. */
const mark = `encode(sha256(convert_to(sid, 'UTF8')), 'hex')`

/** A member's open sessions, the one used last first. `hours` is how long one lives that is not used. */
export const sessionsOf = (db: Db, staffId: string, hours: number, thisOne: string) =>
  db.many<OwnSession>(
    `select ${mark} as mark,
            to_timestamp((sess -> 'user' ->> 'begunAt')::double precision / 1000) as started_at,
            (expire - make_interval(hours => $2)) at time zone current_setting('TimeZone') as seen_at,
            coalesce(sess -> 'from' ->> 'address', '') as address,
            coalesce(sess -> 'from' ->> 'agent', '') as agent,
            coalesce(sess -> 'user' ->> 'by', '') = 'pin' as with_pin,
            sess -> 'shared' is not null as shared,
            sid = $3 as is_this
       from session join staff s on s.id = session.staff_id
      where session.staff_id = $1 and expire > now() and (sess -> 'user' ->> 'epoch')::int = s.session_epoch
      order by expire desc limit 100`,
    [staffId, hours, thisOne],
  )

/** Ends one of a member's sessions; whether there was such a one. */
export const endSession = async (db: Db, staffId: string, which: string) =>
  (await db.run(`delete from session where staff_id = $1 and ${mark} = $2`, [staffId, which])) > 0

export const endOtherSessions = (db: Db, staffId: string, thisOne: string) =>
  db.run('delete from session where staff_id = $1 and sid <> $2', [staffId, thisOne])
