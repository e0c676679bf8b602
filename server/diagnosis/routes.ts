import { diagnosisEditSchema, diagnosisListSchema, diagnosisSchema } from '@sleetfall/contract'
import { Router } from 'express'
import { type Context, idOf } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { answers, removal, write } from '../http/write.ts'
import { createDiagnosis, deleteDiagnosis, diagnosisById, editDiagnosis, listDiagnoses } from './store.ts'

export function diagnosisRoutes(context: Context): Router {
  const router = Router()
  router.get(
    '/',
    answers(diagnosisListSchema, (question) => listDiagnoses(context.database, question)),
  )
  router.get('/:id', async (request, response) => {
    const found = await diagnosisById(context.database, idOf(request))
    if (!found) throw notFound('diagnosis')
    response.json(found)
  })
  router.post(
    '/',
    write(
      context,
      diagnosisSchema,
      ({ db, input, user }) => createDiagnosis(db, input, user.id),
      ({ db, input }) => diagnosisById(db, input.id),
    ),
  )
  router.put(
    '/:id',
    write(
      context,
      diagnosisEditSchema,
      ({ db, input, request }) => editDiagnosis(db, idOf(request), input),
      ({ db, request }) => diagnosisById(db, idOf(request)),
    ),
  )
  router.delete('/:id', removal(context, deleteDiagnosis))
  return router
}
