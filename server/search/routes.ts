import type { Found } from '@sleetfall/contract'
import { Router } from 'express'
import { searchEvents } from '../bag/store.ts'
import { searchBalls } from '../balls/store.ts'
import { searchJobs } from '../bench/store.ts'
import { searchCustomers } from '../customers/store.ts'
import type { Context } from '../http/context.ts'
import { searchPatterns } from '../lanes/store.ts'
import { searchTrials } from '../trials/store.ts'

const sources = [searchCustomers, searchBalls, searchPatterns, searchJobs, searchEvents, searchTrials]

/** Everything that a text is found in, for the field at the top of each screen. */
export function searchRoutes({ database }: Context): Router {
  const router = Router()
  router.get('/', async (request, response) => {
    const text = String(request.query['q'] ?? '')
      .trim()
      .slice(0, 80)
    const found: Found[] =
      text === '' ? [] : (await Promise.all(sources.map((search) => search(database, text)))).flat()
    response.json(found)
  })
  return router
}
