import { padSchema, shopRecipeSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import { type Context, idOf, requireTechnician } from '../http/context.ts'
import { ProblemError } from '../http/errors.ts'
import { write } from '../http/write.ts'
import * as store from './store.ts'

const version = object({ version: number().integer().required() })

/** Pads, sheets and products of the shop. */
export function padRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await store.listPads(context.database))
  })
  router.post(
    '/',
    write(context, padSchema, ({ db, input, request }) => {
      requireTechnician(request)
      return store.createPad(db, input)
    }),
  )
  router.put(
    '/:id',
    write(context, padSchema.concat(version), ({ db, input, request }) => {
      requireTechnician(request)
      const { version: seen, ...rest } = input
      return store.updatePad(db, { ...rest, id: idOf(request) }, seen)
    }),
  )
  router.post(
    '/:id/open-spare',
    write(context, version, async ({ db, input, request }) => {
      requireTechnician(request)
      if (await store.openSpare(db, idOf(request), input.version)) return store.padById(db, idOf(request))
      throw new ProblemError(
        409,
        'refused',
        'There is no spare left, or somebody just opened it. Look at the list again.',
      )
    }),
  )
  router.delete(
    '/:id',
    write(context, object({}), async ({ db, request }) => {
      requireTechnician(request)
      await store.removePad(db, idOf(request))
      return {}
    }),
  )
  return router
}

/** The shop's own recipes, beside the ready ones. */
export function recipeRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await store.listRecipes(context.database))
  })
  router.post(
    '/',
    write(context, shopRecipeSchema, ({ db, input, request }) => {
      requireTechnician(request)
      return store.createRecipe(db, input)
    }),
  )
  router.put(
    '/:id',
    write(context, shopRecipeSchema.concat(version), ({ db, input, request }) => {
      requireTechnician(request)
      const { version: seen, ...rest } = input
      return store.updateRecipe(db, { ...rest, id: idOf(request) }, seen)
    }),
  )
  router.delete(
    '/:id',
    write(context, object({}), async ({ db, request }) => {
      requireTechnician(request)
      await store.removeRecipe(db, idOf(request))
      return {}
    }),
  )
  return router
}
