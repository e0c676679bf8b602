import { type Found, searchSchema } from '@sleetfall/contract'
import { Router } from 'express'
import type { Area } from '../http/area.ts'
import type { Context } from '../http/context.ts'
import { answers } from '../http/write.ts'

/** Everything that a text is found in, in the order of the areas that look for it. */
export const searchRoutes =
  (sources: readonly NonNullable<Area['search']>[]) =>
  ({ database }: Context): Router => {
    const router = Router()
    router.get(
      '/',
      answers(searchSchema, async ({ q }): Promise<Found[]> =>
        q === '' ? [] : (await Promise.all(sources.map((search) => search(database, q)))).flat(),
      ),
    )
    return router
  }
