import type { Db } from '../database/db.ts'

/** Forgets answers to repeated writes, and counters, that are too old to matter. */
export async function removeOldRequests(db: Db): Promise<void> {
  await db.run(`delete from write_request where created_at < now() - interval '2 days'`)
  await db.run('delete from rate_limit where expire < extract(epoch from now()) * 1000')
}
