import { type Prediction, type PredictionInput, predictionSchema, wrong } from '@sleetfall/contract'
import { Router } from 'express'
import { ballById } from '../balls/store.ts'
import type { Db } from '../database/db.ts'
import { insertRow } from '../database/rows.ts'
import { type Context, idOf } from '../http/context.ts'
import { invalidInput, notFound } from '../http/errors.ts'
import { write } from '../http/write.ts'

const select = `select p.*, s.name as saved_by from prediction p left join staff_label s on s.id = p.staff_id`

/** Predictions for a ball on a pattern, newest first. */
export const predictionsFor = (db: Db, ballId: string, patternId: string) =>
  db.many<Prediction>(`${select} where p.ball_id = $1 and p.pattern_id = $2 order by p.created_at desc`, [
    ballId,
    patternId,
  ])

const predictionById = (db: Db, id: string) => db.maybeOne<Prediction>(`${select} where p.id = $1`, [id])

export async function savePrediction(db: Db, input: PredictionInput, staffId: string): Promise<Prediction | null> {
  const ball = await ballById(db, input.ballId)
  if (!ball) throw notFound('ball')
  if (ball.customerId !== input.customerId) {
    throw invalidInput([{ path: 'ballId', said: wrong('ball', 'ofAnotherCustomer') }])
  }
  await insertRow(db, 'prediction', { ...input, staffId })
  return predictionById(db, input.id)
}

export function predictionRoutes(context: Context): Router {
  const router = Router()
  router.get('/:ballId/:patternId', async (request, response) => {
    response.json(await predictionsFor(context.database, idOf(request, 'ballId'), idOf(request, 'patternId')))
  })
  router.post(
    '/',
    write(
      context,
      predictionSchema,
      ({ db, input, user }) => savePrediction(db, input, user.id),
      ({ db, input }) => predictionById(db, input.id),
    ),
  )
  return router
}
