import { shopSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import { type Context, requireOwner } from '../http/context.ts'
import { write } from '../http/write.ts'
import { readShop, saveShop } from './store.ts'

export function shopRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await readShop(context.database))
  })
  router.put(
    '/',
    write(context, shopSchema.concat(object({ version: number().required() })), ({ db, input, request }) => {
      requireOwner(request)
      const { version, ...rest } = input
      return saveShop(db, rest, version)
    }),
  )
  return router
}
