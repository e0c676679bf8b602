import {
  foretellSchema,
  setAsideSchema,
  shotCorrectionSchema,
  shotSchema,
  trialEditSchema,
  trialListSchema,
  trialSchema,
  verdictSchema,
  versioned,
} from '@sleetfall/contract'
import { type Request, Router } from 'express'
import { object } from 'yup'
import type { Db } from '../database/db.ts'
import { type Context, idOf } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { type Write, answers, removal, write } from '../http/write.ts'
import { learnFromTrial } from '../surface/oilLearning.ts'
import {
  addShot,
  correctShot,
  createTrial,
  deleteTrial,
  editTrial,
  exitSeen,
  foretell,
  freezeArm,
  giveVerdict,
  listTrials,
  removeShot,
  revealTrial,
  setShotAside,
  playedOf,
  spreadOf,
  trialById,
  trialDependents,
} from './store.ts'

/** A change of a trial's shots, told to those who learn from them. */
async function told<T>(db: Db, request: Request, change: Promise<T>): Promise<T> {
  const trial = await change
  await learnFromTrial(db, idOf(request))
  return trial
}

/** Number of an arm in the address; one that is none is not found. */
const armOf = (request: Request) => Number(request.params['arm']) || 0

export function trialRoutes(context: Context): Router {
  const router = Router()
  router.get(
    '/',
    answers(trialListSchema, (question) => listTrials(context.database, question)),
  )
  /** How far a customer's counted shots spread at the target, or null. */
  router.get('/spread/:customerId', async (request, response) => {
    response.json(await spreadOf(context.database, idOf(request, 'customerId')))
  })
  /** Where a customer's counted shots were played from, or null. */
  router.get('/played/:customerId', async (request, response) => {
    response.json(await playedOf(context.database, idOf(request, 'customerId')))
  })
  /** Where shots on a pattern that hit the pocket turned; null where none was seen. */
  router.get('/exit/:patternId', async (request, response) => {
    response.json(await exitSeen(context.database, idOf(request, 'patternId')))
  })
  router.get('/:id', async (request, response) => {
    const trial = await trialById(context.database, idOf(request))
    if (!trial) throw notFound('trial')
    response.json(trial)
  })
  router.post(
    '/',
    write(
      context,
      trialSchema,
      ({ db, input }) => createTrial(db, input),
      ({ db, input }) => trialById(db, input.id),
    ),
  )
  router.post(
    '/:id/shots',
    write(
      context,
      shotSchema,
      ({ db, input, request }) => told(db, request, addShot(db, idOf(request), input)),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/arms/:arm/surface',
    write(
      context,
      versioned,
      ({ db, input, request }) => freezeArm(db, idOf(request), armOf(request), input.version),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  router.put(
    '/:id/foretold',
    write(
      context,
      foretellSchema,
      ({ db, input, request }) => foretell(db, idOf(request), input.version, input.foretold),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/verdicts',
    write(
      context,
      verdictSchema,
      ({ db, input, request, user }) => giveVerdict(db, idOf(request), input, user.id),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/reveal',
    write(
      context,
      versioned,
      ({ db, input, request }) => revealTrial(db, idOf(request), input.version),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  router.put(
    '/:id/shots/:shotId/set-aside',
    write(
      context,
      setAsideSchema,
      ({ db, input, request }) =>
        told(db, request, setShotAside(db, idOf(request), idOf(request, 'shotId'), input.version, input.reason)),
      ({ db, request }) => trialById(db, idOf(request)),
    ),
  )
  const again = ({ db, request }: Write<unknown>) => trialById(db, idOf(request))
  router.put(
    '/:id',
    write(context, trialEditSchema, ({ db, input, request }) => editTrial(db, idOf(request), input), again),
  )
  router.get('/:id/dependents', async (request, response) => {
    response.json(await trialDependents(context.database, idOf(request)))
  })
  router.delete('/:id', removal(context, deleteTrial))
  router.put(
    '/:id/shots/:shotId',
    write(
      context,
      shotCorrectionSchema,
      ({ db, input, request, user }) =>
        told(db, request, correctShot(db, idOf(request), idOf(request, 'shotId'), input, user.id)),
      again,
    ),
  )
  router.delete(
    '/:id/shots/:shotId',
    write(
      context,
      object({}),
      ({ db, request, user }) => told(db, request, removeShot(db, idOf(request), idOf(request, 'shotId'), user.id)),
      again,
    ),
  )
  return router
}
