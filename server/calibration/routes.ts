import { type CalibratedAhead, calibrationListSchema, calibrationSchema, said, versioned } from '@sleetfall/contract'
import {
  type CalibrationParts,
  type Spread,
  calibrationParts,
  filmOf,
  groundOn,
  shotOf,
  spreadFor,
  usualSpread,
} from '@sleetfall/core'
import { Router } from 'express'
import { ballById } from '../balls/store.ts'
import { customerById } from '../customers/store.ts'
import { eventsAhead } from '../events/store.ts'
import { type Context, idOf } from '../http/context.ts'
import { ProblemError, notFound } from '../http/errors.ts'
import { answers, checked, write } from '../http/write.ts'
import { patternById } from '../lanes/store.ts'
import { spreadOf } from '../trials/store.ts'
import { questionFor } from './question.ts'
import {
  type NewCalibration,
  calibrationById,
  keepCalibration,
  listCalibrations,
  takeCalibration,
  undoCalibration,
} from './store.ts'

/** Patterns that a change is shown on. */
const mostAhead = 4

interface Found {
  readonly one: Omit<NewCalibration, 'id'>
  readonly parts: (id: string) => CalibrationParts
}

/** Fits a ball to its shots and looks at what that changes ahead; nothing is kept. */
async function fitOf({ database, motion }: Context, ballId: string, signal: AbortSignal): Promise<Found> {
  const ball = await ballById(database, ballId)
  const owner = ball && (await customerById(database, ball.customerId))
  if (!ball || !owner) throw notFound('ball')
  const { question, shots } = await questionFor(database, ballId)
  const fit = await motion.run({ kind: 'calibration', question }, { signal })
  if (!fit) throw new ProblemError(409, 'refused', said('refused.calibrationShots', { count: shots.length }))
  const parts = (id: string) => calibrationParts(id, question, fit)

  const { balls, patterns, bowlers } = parts('')
  const spread: Spread = spreadFor(usualSpread, await spreadOf(database, owner.id))
  const events = await eventsAhead(database, [owner.id])
  const played = events.flatMap((event) => event.patternIds.map((id) => [id, event.nextOn] as const)).reverse()
  const tested = shots.map(({ patternId }) => [patternId, null] as const)
  const wanted = [...new Map<string, string | null>([...tested, ...played])]
    .sort(([, a], [, b]) => (a ?? '9').localeCompare(b ?? '9'))
    .slice(0, mostAhead)
  const ahead: CalibratedAhead[] = []
  for (const [patternId, nextOn] of wanted) {
    const pattern = await patternById(database, patternId)
    if (!pattern) continue
    const film = filmOf(pattern.loads)
    const lane = patterns.get(patternId) ?? pattern.fitted
    const fitted = balls.get(ballId) ?? ball.fitted
    const change = await motion.run(
      {
        kind: 'ahead',
        question: {
          before: shotOf(owner, ball, 'now', groundOn(pattern, film)).shot,
          after: shotOf(
            { ...owner, ...bowlers.get(owner.id) },
            { ...ball, fitted },
            'now',
            groundOn({ ...pattern, fitted: lane }, film),
          ).shot,
          spread,
          playable: owner.playable,
        },
      },
      { signal },
    )
    if (change) ahead.push({ ...change, patternId, nextOn })
  }
  return { one: { ballId, fit, shots, ahead }, parts }
}

export function calibrationRoutes(context: Context): Router {
  const router = Router()
  router.get(
    '/',
    answers(calibrationListSchema, (question) => listCalibrations(context.database, question)),
  )
  router.get('/:id', async (request, response) => {
    const found = await calibrationById(context.database, idOf(request))
    if (!found) throw notFound('calibration')
    response.json(found)
  })
  const found = new WeakMap<object, Found>()
  router.post(
    '/',
    // Seconds of work: before the transaction, and given up when whoever asked goes away.
    async (request, response, next) => {
      const gone = new AbortController()
      response.once('close', () => gone.abort())
      found.set(request, await fitOf(context, checked(calibrationSchema, request.body).ballId, gone.signal))
      next()
    },
    write(
      context,
      calibrationSchema,
      ({ db, input, request, user }) => {
        const { one, parts } = found.get(request)!
        return keepCalibration(db, { ...one, id: input.id }, parts(input.id), user.id)
      },
      ({ db, input }) => calibrationById(db, input.id),
    ),
  )
  router.post(
    '/:id/take',
    write(
      context,
      versioned,
      ({ db, input, request }) => takeCalibration(db, idOf(request), input.version),
      ({ db, request }) => calibrationById(db, idOf(request)),
    ),
  )
  router.post(
    '/:id/undo',
    write(
      context,
      versioned,
      ({ db, input, request }) => undoCalibration(db, idOf(request), input.version),
      ({ db, request }) => calibrationById(db, idOf(request)),
    ),
  )
  return router
}
