import { gripSheetSchema, namedLayoutSchema, stockImportSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import { type Context, idOf, requireTechnician } from '../http/context.ts'
import { write } from '../http/write.ts'
import {
  createLayout,
  createSheet,
  importStock,
  listLayouts,
  listStock,
  removeLayout,
  sheetsOf,
  updateLayout,
} from './store.ts'

/** The shop's named layouts. */
export function layoutRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listLayouts(context.database))
  })
  router.post(
    '/',
    write(context, namedLayoutSchema, ({ db, input }) => createLayout(db, input)),
  )
  router.put(
    '/:id',
    write(context, namedLayoutSchema.concat(object({ version: number().required() })), ({ db, input, request }) => {
      const { version, ...rest } = input
      return updateLayout(db, { ...rest, id: idOf(request) }, version)
    }),
  )
  router.delete(
    '/:id',
    write(context, object({}), async ({ db, request }) => {
      await removeLayout(db, idOf(request))
      return {}
    }),
  )
  return router
}

/** Grip sheets; only a technician measures a hand. */
export function sheetRoutes(context: Context): Router {
  const router = Router()
  router.get('/:customerId', async (request, response) => {
    response.json(await sheetsOf(context.database, idOf(request, 'customerId')))
  })
  router.post(
    '/',
    write(context, gripSheetSchema, ({ db, input, user, request }) => {
      requireTechnician(request)
      return createSheet(db, input, user.id)
    }),
  )
  return router
}

/** Balls that the shop has or knows. */
export function stockRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listStock(context.database))
  })
  router.post(
    '/import',
    write(context, stockImportSchema, ({ db, input }) => importStock(db, input.rows)),
  )
  return router
}
