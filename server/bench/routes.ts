import {
  jobDoubtsSchema,
  jobEditSchema,
  jobListSchema,
  jobPausedSchema,
  jobSchema,
  jobTrialSchema,
  stepDoneSchema,
  stepProgressSchema,
  stepSkippedSchema,
  versioned,
  waterReadingSchema,
} from '@sleetfall/contract'
import { Router } from 'express'
import { object } from 'yup'
import { type Context, idOf, positionOf } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { type Write, answers, write } from '../http/write.ts'
import { workers } from '../staff/store.ts'
import { doubtsAbout } from './doubts.ts'
import { cancelJob, editJob, pauseJob, setTrial, startJob, takeJob } from './job.ts'
import { readWater, resumeJob, seeAlarm } from './safety.ts'
import { skipStep, stepBack, stepDone } from './step.ts'
import { benchStrip, jobById, keepProgress, listJobs } from './store.ts'

export function benchRoutes(context: Context): Router {
  const { database } = context
  const router = Router()
  const again = ({ db, request }: Write<unknown>) => jobById(db, idOf(request))

  router.get(
    '/jobs',
    answers(jobListSchema, (question) => listJobs(database, question)),
  )
  router.get('/jobs/:id', async (request, response) => {
    const job = await jobById(database, idOf(request))
    if (!job) throw notFound('job')
    response.json(job)
  })
  /** Who may be given work. */
  router.get('/workers', async (_request, response) => {
    response.json(await workers(database))
  })
  router.get('/strip', async (_request, response) => {
    response.json(await benchStrip(database))
  })

  router.post(
    '/jobs',
    write(
      context,
      jobSchema,
      ({ db, input }) => takeJob(db, input),
      ({ db, input }) => jobById(db, input.id),
    ),
  )
  router.post(
    '/jobs/:id/start',
    write(
      context,
      versioned,
      ({ db, input, request, user }) => {
        return startJob(db, idOf(request), input.version, user.id)
      },
      again,
    ),
  )
  router.post(
    '/jobs/:id/steps/:position/done',
    write(
      context,
      stepDoneSchema,
      ({ db, input, request, user }) => {
        return stepDone(db, idOf(request), positionOf(request), input, user.id)
      },
      again,
    ),
  )
  router.post(
    '/jobs/:id/steps/:position/progress',
    write(
      context,
      stepProgressSchema,
      async ({ db, input, request }) => {
        await keepProgress(db, idOf(request), positionOf(request), input)
        return jobById(db, idOf(request))
      },
      again,
    ),
  )
  router.post(
    '/jobs/:id/steps/:position/skip',
    write(
      context,
      stepSkippedSchema,
      ({ db, input, request, user }) => {
        return skipStep(db, idOf(request), positionOf(request), input, user.id)
      },
      again,
    ),
  )
  router.post(
    '/jobs/:id/pause',
    write(
      context,
      jobPausedSchema,
      ({ db, input, request }) => {
        return pauseJob(db, idOf(request), input.version, input.reason)
      },
      again,
    ),
  )
  router.post(
    '/jobs/:id/resume',
    write(
      context,
      versioned,
      ({ db, input, request }) => {
        return resumeJob(db, idOf(request), input.version)
      },
      again,
    ),
  )
  router.post(
    '/jobs/:id/water',
    write(
      context,
      waterReadingSchema,
      ({ db, input, request }) => {
        return readWater(db, idOf(request), input, 'typed')
      },
      again,
    ),
  )
  router.post(
    '/jobs/:id/trial',
    write(context, jobTrialSchema, ({ db, input, request }) => setTrial(db, idOf(request), input), again),
  )
  /** What speaks against work, asked while it is being written down. */
  router.post(
    '/doubts',
    answers(jobDoubtsSchema, (question) => doubtsAbout(database, question)),
  )
  router.post(
    '/jobs/:id/back',
    write(
      context,
      versioned,
      ({ db, input, request }) => {
        return stepBack(db, idOf(request), input.version)
      },
      again,
    ),
  )
  router.post(
    '/jobs/:id/cancel',
    write(
      context,
      versioned,
      ({ db, input, request, user }) => {
        return cancelJob(db, idOf(request), input.version, user)
      },
      again,
    ),
  )
  /** A job that waits: another day, another event, other work, somebody else. */
  router.put(
    '/jobs/:id',
    write(context, jobEditSchema, ({ db, input, request }) => editJob(db, idOf(request), input), again),
  )
  router.post(
    '/jobs/:id/alarm-seen',
    write(context, object({}), ({ db, request, user }) => seeAlarm(db, idOf(request), user.id), again),
  )
  return router
}
