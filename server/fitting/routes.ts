import {
  gripSheetSchema,
  namedLayoutSchema,
  stockBallSchema,
  stockImportSchema,
  versioned,
  wantedBallSchema,
  wantedStateSchema,
} from '@sleetfall/contract'
import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { removal, write } from '../http/write.ts'
import {
  createLayout,
  createSheet,
  deleteStock,
  importStock,
  layoutById,
  sheetById,
  settleWanted,
  stockById,
  listLayouts,
  listStock,
  removeLayout,
  sheetsOf,
  updateLayout,
  updateStock,
  wantBall,
  wantedBalls,
  wantedById,
} from './store.ts'

/** The shop's named layouts. */
export function layoutRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listLayouts(context.database))
  })
  router.post(
    '/',
    write(
      context,
      namedLayoutSchema,
      ({ db, input }) => createLayout(db, input),
      ({ db, input }) => layoutById(db, input.id),
    ),
  )
  router.put(
    '/:id',
    write(
      context,
      namedLayoutSchema.concat(versioned),
      ({ db, input, request }) => {
        const { version, ...rest } = input
        return updateLayout(db, { ...rest, id: idOf(request) }, version)
      },
      ({ db, request }) => layoutById(db, idOf(request)),
    ),
  )
  router.delete('/:id', removal(context, removeLayout))
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
    write(
      context,
      gripSheetSchema,
      ({ db, input, user }) => {
        return createSheet(db, input, user.id)
      },
      ({ db, input }) => sheetById(db, input.id),
    ),
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
  /** Balls that are looked for, for customers. */
  router.get('/wanted', async (_request, response) => {
    response.json(await wantedBalls(context.database))
  })
  router.post(
    '/wanted',
    write(
      context,
      wantedBallSchema,
      ({ db, input }) => wantBall(db, input),
      ({ db, input }) => wantedById(db, input.id),
    ),
  )
  router.put(
    '/wanted/:id',
    write(
      context,
      wantedStateSchema,
      ({ db, input, request }) => settleWanted(db, idOf(request), input.version, input.state),
      ({ db, request }) => wantedById(db, idOf(request)),
    ),
  )
  router.put(
    '/:id',
    write(
      context,
      stockBallSchema.concat(versioned),
      ({ db, input, request }) => {
        const { version, ...rest } = input
        return updateStock(db, idOf(request), rest, version)
      },
      ({ db, request }) => stockById(db, idOf(request)),
    ),
  )
  router.delete('/:id', removal(context, deleteStock))
  return router
}
