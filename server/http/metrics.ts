import { timingSafeEqual } from 'node:crypto'
import type { RequestHandler } from 'express'
import ipaddr from 'ipaddr.js'
import { Gauge, Histogram, Registry, collectDefaultMetrics } from 'prom-client'
import type { Database } from '../database/db.ts'
import { notFound } from './errors.ts'

/** Whether a request comes from this very machine, through nobody. */
const isFromHere = (address: string, forwarded: string | undefined) =>
  forwarded === undefined && ipaddr.isValid(address) && ipaddr.process(address).range() === 'loopback'
const same = (a: string, b: string) => a.length === b.length && timingSafeEqual(Buffer.from(a), Buffer.from(b))

/** Figures of this process in Prometheus' text: how long answers take by route, the database's connections, memory. */
export function metrics(database: Database, token: string | undefined) {
  const register = new Registry()
  collectDefaultMetrics({ register })
  const took = new Histogram({
    name: 'sleetfall_http_request_seconds',
    help: 'seconds to an answer',
    labelNames: ['method', 'route', 'status'],
    buckets: [0.005, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 15],
    registers: [register],
  })
  new Gauge({
    name: 'sleetfall_database_connections',
    help: 'database connections by state',
    labelNames: ['state'],
    registers: [register],
    collect() {
      this.set({ state: 'open' }, database.pool.totalCount)
      this.set({ state: 'idle' }, database.pool.idleCount)
      this.set({ state: 'waiting' }, database.pool.waitingCount)
    },
  })
  /** Measures each answer; routes by their pattern, so that no record's id and nobody's name gets among the figures. */
  const measure: RequestHandler = (request, response, next) => {
    const end = took.startTimer()
    response.once('finish', () => {
      const route = (request.route as { path?: unknown } | undefined)?.path
      end({
        method: request.method,
        route: typeof route === 'string' && request.baseUrl !== '' ? `${request.baseUrl}${route}` : 'other',
        status: String(response.statusCode),
      })
    })
    next()
  }
  /** For this machine, or who has the token. */
  const serve: RequestHandler = async (request, response) => {
    const given = request.get('Authorization') ?? ''
    const allowed = token
      ? same(given, `Bearer ${token}`)
      : isFromHere(request.socket.remoteAddress ?? '', request.get('X-Forwarded-For'))
    if (!allowed) throw notFound('address')
    response.type(register.contentType).send(await register.metrics())
  }
  return { measure, serve, close: () => register.clear() }
}
