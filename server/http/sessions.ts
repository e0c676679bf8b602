import connectPgSimple from 'connect-pg-simple'
import session from 'express-session'
import { LRUCache } from 'lru-cache'
import type pg from 'pg'

/** A session in use is written so often at most: its end moves by hours, and every request would write a row otherwise. */
const touchEveryMs = 5 * 60_000

/** Sessions in PostgreSQL, shared by all server processes. */
export function sessionStore(pool: pg.Pool, report: (...args: unknown[]) => void): session.Store & { close(): void } {
  const PgStore = connectPgSimple(session)
  /** Only spares writes: a process that does not know when another one touched a session writes once more. */
  const touched = new LRUCache<string, true>({ max: 5000, ttl: touchEveryMs })
  class SparingStore extends PgStore {
    override touch(sid: string, data: session.SessionData, done?: () => void): void {
      if (touched.has(sid)) return void done?.()
      touched.set(sid, true)
      super.touch(sid, data, done)
    }
  }
  return new SparingStore({ pool, tableName: 'session', errorLog: report })
}
