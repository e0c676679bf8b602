import { patternSchema, retireSchema, versioned } from '@sleetfall/contract'
import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { setRetired } from '../http/mending.ts'
import { removal, write } from '../http/write.ts'
import { createPattern, deletePattern, listPatterns, patternById, patternDependents, updatePattern } from './store.ts'

export function laneRoutes(context: Context): Router {
  const router = Router()
  router.get('/', async (_request, response) => {
    response.json(await listPatterns(context.database))
  })
  router.post(
    '/',
    write(
      context,
      patternSchema,
      ({ db, input }) => createPattern(db, input),
      ({ db, input }) => patternById(db, input.id),
    ),
  )
  router.put(
    '/:id',
    write(
      context,
      patternSchema.concat(versioned),
      ({ db, input, request }) => {
        const { version, ...rest } = input
        return updatePattern(db, { ...rest, id: idOf(request) }, version)
      },
      ({ db, request }) => patternById(db, idOf(request)),
    ),
  )
  router.get('/:id/dependents', async (request, response) => {
    response.json(await patternDependents(context.database, idOf(request)))
  })
  router.delete('/:id', removal(context, deletePattern))
  router.post(
    '/:id/retire',
    write(
      context,
      retireSchema,
      async ({ db, input, request }) => {
        const id = idOf(request)
        await setRetired(db, 'pattern', id, input, () => patternById(db, id))
        return patternById(db, id)
      },
      ({ db, request }) => patternById(db, idOf(request)),
    ),
  )
  return router
}
