import { shopSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { type Context } from '../http/context.ts'
import { write } from '../http/write.ts'
import { readShop, saveShop } from './store.ts'

export function shopRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await readShop(context.database))
  })
  router.put(
    '/',
    write(
      context,
      shopSchema.concat(versioned),
      ({ db, input }) => {
        const { version, ...rest } = input
        return saveShop(db, rest, version)
      },
      ({ db }) => readShop(db),
    ),
  )
  return router
}
