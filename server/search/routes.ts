import type { Found } from '@sleetfall/contract'
import { Router } from 'express'
import type { Area } from '../http/area.ts'
import type { Context } from '../http/context.ts'

/** Everything that a text is found in, in the order of the areas that look for it. */
export const searchRoutes =
  (sources: readonly NonNullable<Area['search']>[]) =>
  ({ database }: Context): Router => {
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
