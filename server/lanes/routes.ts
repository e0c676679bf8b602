import { patternSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import { type Context, idOf } from '../http/context.ts'
import { write } from '../http/write.ts'
import { createPattern, listPatterns, updatePattern } from './store.ts'

export function laneRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listPatterns(context.database))
  })
  router.post(
    '/',
    write(context, patternSchema, ({ db, input }) => createPattern(db, input)),
  )
  router.put(
    '/:id',
    write(context, patternSchema.concat(object({ version: number().required() })), ({ db, input, request }) => {
      const { version, ...rest } = input
      return updatePattern(db, { ...rest, id: idOf(request) }, version)
    }),
  )
  return router
}
