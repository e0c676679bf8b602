import { shopSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { type Context } from '../http/context.ts'
import { write } from '../http/write.ts'
import { learnAnew } from '../surface/oilLearning.ts'
import { shopAddresses } from './addresses.ts'
import { readShop, saveShop } from './store.ts'

export function shopRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await readShop(context.database))
  })
  router.get('/addresses', (_request, response) => {
    response.json({ addresses: shopAddresses() })
  })
  router.put(
    '/',
    write(
      context,
      shopSchema.concat(versioned),
      async ({ db, input }) => {
        const { version, ...rest } = input
        const saved = await saveShop(db, rest, version)
        await learnAnew(db)
        return saved
      },
      ({ db }) => readShop(db),
    ),
  )
  return router
}
