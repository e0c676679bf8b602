import type { Said } from '@sleetfall/contract'
import type { Request, RequestHandler } from 'express'
import ipaddr from 'ipaddr.js'
import { RateLimiterPostgres, RateLimiterRes } from 'rate-limiter-flexible'
import type { Database } from '../database/db.ts'
import { ProblemError } from './errors.ts'

interface Limit {
  /** What is counted, in front of the key. */
  readonly what: string
  /** Times that one key is let through in a window. */
  readonly times: number
  readonly windowMs: number
  readonly keyOf: (request: Request) => string
  /** What went well does not count: only failed guesses do. */
  readonly onlyFailures?: boolean
  /** Whom it lets through uncounted. */
  readonly unless?: (request: Request) => Promise<boolean>
  /** What it says to who is not let through. */
  readonly said: Said
}

/** Lets a key through so many times in a window, counted in PostgreSQL, so that several server processes share the counters. */
export function limiter(
  database: Database,
  { what, times, windowMs, keyOf, onlyFailures, unless, said }: Limit,
): RequestHandler {
  const counted = new RateLimiterPostgres({
    storeClient: database.pool,
    tableName: 'rate_limit',
    tableCreated: true,
    keyPrefix: what,
    points: times,
    duration: windowMs / 1000,
    // The hourly housekeeping does it.
    clearExpiredByTimeout: false,
  })
  return async (request, response, next) => {
    if (await unless?.(request)) return next()
    const key = keyOf(request).slice(0, 200)
    const state = await counted.consume(key).catch((refused: unknown) => {
      if (!(refused instanceof RateLimiterRes)) throw refused
      response.set('Retry-After', String(Math.ceil(refused.msBeforeNext / 1000)))
      throw new ProblemError(429, 'too-many-attempts', said)
    })
    response.set('RateLimit-Limit', String(times)).set('RateLimit-Remaining', String(state.remainingPoints))
    if (onlyFailures)
      response.once('finish', () => {
        // Nor what we failed at ourselves.
        if (response.statusCode < 400 || response.statusCode >= 500)
          counted.reward(key).catch((err: unknown) => request.log.warn({ err }, 'limiter'))
      })
    next()
  }
}

/** Who asks: an address, or of IPv6 its network, of which one house has as many as it likes. */
export function addressOf(request: Request): string {
  const text = request.ip ?? ''
  if (!ipaddr.isValid(text)) return text
  const address = ipaddr.process(text)
  if (address.kind() === 'ipv4') return address.toString()
  return `${address.toNormalizedString().split(':').slice(0, 4).join(':')}::/64`
}
