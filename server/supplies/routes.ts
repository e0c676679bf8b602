import { padSchema, said, shopRecipeSchema, versioned as version } from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import { type Context, idOf } from '../http/context.ts'
import { ProblemError } from '../http/errors.ts'
import { write } from '../http/write.ts'
import * as store from './store.ts'

/** Pads, sheets and products of the shop. */
export function padRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await store.listPads(context.database))
  })
  router.post(
    '/',
    write(
      context,
      padSchema,
      ({ db, input }) => store.createPad(db, input),
      ({ db, input }) => store.padById(db, input.id),
    ),
  )
  router.put(
    '/:id',
    write(
      context,
      padSchema.concat(version),
      ({ db, input, request }) => {
        const { version: seen, ...rest } = input
        return store.updatePad(db, { ...rest, id: idOf(request) }, seen)
      },
      ({ db, request }) => store.padById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/open-spare',
    write(
      context,
      version,
      async ({ db, input, request }) => {
        if (await store.openSpare(db, idOf(request), input.version)) return store.padById(db, idOf(request))
        throw new ProblemError(409, 'refused', said('refused.noSpare'))
      },
      ({ db, request }) => store.padById(db, idOf(request)),
    ),
  )
  router.delete(
    '/:id',
    write(
      context,
      object({}),
      async ({ db, request }) => {
        await store.removePad(db, idOf(request))
        return {}
      },
      async () => ({}),
    ),
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
    write(
      context,
      shopRecipeSchema,
      ({ db, input }) => store.createRecipe(db, input),
      ({ db, input }) => store.recipeById(db, input.id),
    ),
  )
  router.put(
    '/:id',
    write(
      context,
      shopRecipeSchema.concat(version),
      ({ db, input, request }) => {
        const { version: seen, ...rest } = input
        return store.updateRecipe(db, { ...rest, id: idOf(request) }, seen)
      },
      ({ db, request }) => store.recipeById(db, idOf(request)),
    ),
  )
  router.delete(
    '/:id',
    write(
      context,
      object({}),
      async ({ db, request }) => {
        await store.removeRecipe(db, idOf(request))
        return {}
      },
      async () => ({}),
    ),
  )
  return router
}
