import type { ClientRateLimitInfo, Options, Store } from 'express-rate-limit'
import type { Database } from '../database/db.ts'

/** Keeps rate-limit counters in PostgreSQL, so that several server processes share them. */
export class RateLimitStore implements Store {
  localKeys = false
  private windowMs = 0

  constructor(
    private readonly database: Database,
    readonly prefix: string,
  ) {}

  init(options: Options): void {
    this.windowMs = options.windowMs
  }

  async increment(key: string): Promise<ClientRateLimitInfo> {
    const row = await this.database.one<{ hits: number; resetsAt: string }>(
      `insert into rate_limit (key, hits, resets_at) values ($1, 1, now() + make_interval(secs => $2))
       on conflict (key) do update set
         hits = case when rate_limit.resets_at < now() then 1 else rate_limit.hits + 1 end,
         resets_at = case when rate_limit.resets_at < now() then excluded.resets_at else rate_limit.resets_at end
       returning hits, resets_at`,
      [this.prefix + key, this.windowMs / 1000],
    )
    return { totalHits: row.hits, resetTime: new Date(row.resetsAt) }
  }

  async decrement(key: string): Promise<void> {
    await this.database.run('update rate_limit set hits = greatest(0, hits - 1) where key = $1', [this.prefix + key])
  }

  async resetKey(key: string): Promise<void> {
    await this.database.run('delete from rate_limit where key = $1', [this.prefix + key])
  }
}
