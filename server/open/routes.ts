import { type OpenUpkeep, said, sessionLogSchema } from '@sleetfall/contract'
import { type Request, Router } from 'express'
import { ballsOf } from '../balls/store.ts'
import { calendarOfCustomer } from '../bags/calendar.ts'
import { bagsAhead } from '../bags/store.ts'
import { calendarOfMember, planLinkHolder } from '../bench/planCalendar.ts'
import { today } from '../events/nextDay.ts'
import { customerById } from '../customers/store.ts'
import type { Db } from '../database/db.ts'
import type { Context } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { noteInJournal } from '../http/journal.ts'
import { addressOf, limiter } from '../http/limiter.ts'
import { takes } from '../http/write.ts'
import { listPatterns } from '../lanes/store.ts'
import { shopName } from '../shop/store.ts'
import { logSession, upkeepRows } from '../upkeep/service.ts'
import { linkHolder } from '../upkeep/store.ts'

const windowMs = 10 * 60_000
const asks = 120

/** What a customer may see and do through a link: their own balls' upkeep and their own play, nothing else. */
export function openRoutes({ database }: Context): Router {
  const router = Router()
  router.use(
    limiter(database, {
      what: 'open',
      times: asks,
      windowMs,
      keyOf: addressOf,
      said: said('refused.tooManyRequests'),
    }),
  )

  async function holder(db: Db, request: Request) {
    const found = await linkHolder(db, String(request.params['secret']))
    if (!found) throw notFound('link')
    return found
  }

  async function upkeepFor(db: Db, request: Request): Promise<OpenUpkeep> {
    const { customerId, expiresOn } = await holder(db, request)
    const customer = await customerById(db, customerId)
    if (!customer) throw notFound()
    const balls = await ballsOf(db, customerId)
    const rows = await upkeepRows(db, balls)
    return {
      shopName: await shopName(db),
      customerName: customer.name,
      expiresOn,
      balls: balls
        .filter((ball) => ball.retiredOn === null)
        .map(({ id, name, surface, gamesSinceCleaning, lockedUntil }) => ({
          ...{ id, name, gamesSinceCleaning, lockedUntil },
          grit: surface.grit,
          status: surface.status,
          provenance: surface.provenance,
          gamesOnSurface: surface.gamesOnSurface,
          due: rows.find((row) => row.ballId === id)?.due ?? [],
        })),
      patterns: (await listPatterns(db)).map(({ id, name }) => ({ id, name })),
      bags: (await bagsAhead(db, customerId, today())).map(({ card }) => card),
    }
  }

  router.get('/upkeep/:secret', async (request, response) => {
    response.json(await upkeepFor(database, request))
  })
  /** A customer's events and what is due, to subscribe to. */
  router.get('/calendar/:secret', async (request, response) => {
    const { customerId } = await holder(database, request)
    const customer = await customerById(database, customerId)
    if (!customer) throw notFound()
    response.type('text/calendar').send(await calendarOfCustomer(database, customer))
  })
  /** A member's own work at the bench, to subscribe to. */
  router.get('/bench/:secret', async (request, response) => {
    const member = await planLinkHolder(database, String(request.params['secret']))
    if (!member) throw notFound('link')
    response.type('text/calendar').send(await calendarOfMember(database, member))
  })
  router.post(
    '/upkeep/:secret/sessions',
    takes(sessionLogSchema, async (input, request, response) => {
      const answer = await database.transaction(async (db) => {
        const { customerId } = await holder(db, request)
        await logSession(db, input, { staffId: null, only: customerId })
        await noteInJournal(db, { what: 'POST /open/upkeep/:secret/sessions', user: null, subjectId: customerId })
        return upkeepFor(db, request)
      })
      response.json(answer)
    }),
  )
  return router
}
