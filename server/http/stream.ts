import type { Request, Response } from 'express'
import type { Database } from '../database/db.ts'
import { standingOf } from '../staff/store.ts'

const usualBeatMs = 15_000

/**
 * Server-sent events to a member: what `send` is given, as it comes. A sign of life now and then keeps the way open, and ends it for who is
 * signed out or switched off meanwhile. `ended` runs once when it is over.
 */
export function openStream(
  database: Database,
  request: Request,
  response: Response,
  beatMs = usualBeatMs,
): { send(data: unknown): void; sendText(text: string): void; ended(then: () => void): void } {
  response.writeHead(200, {
    'Content-Type': 'text/event-stream',
    'Cache-Control': 'no-store',
    'X-Accel-Buffering': 'no',
  })
  const write = (text: string) => {
    response.write(text)
    response.flush?.()
  }
  write(': here\n\n')
  const { user } = request.session
  const beat = setInterval(() => {
    standingOf(database, user?.id ?? '').then(
      (standing) => {
        if (standing?.active && standing.sessionEpoch === user?.epoch) write(': here\n\n')
        else response.end()
      },
      // The database is away: nobody is sent away for that.
      () => {},
    )
  }, beatMs)
  request.on('close', () => clearInterval(beat))
  return {
    send: (data) => write(`data: ${JSON.stringify(data)}\n\n`),
    sendText: (text) => write(`data: ${text.replaceAll('\n', ' ')}\n\n`),
    ended: (then) => void request.on('close', then),
  }
}
