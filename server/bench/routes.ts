import {
  jobDoubtsSchema,
  jobPausedSchema,
  jobSchema,
  jobTrialSchema,
  stepDoneSchema,
  stepProgressSchema,
  stepSkippedSchema,
  waterReadingSchema,
} from '@sleetfall/contract'
import { Router } from 'express'
import { number, object } from 'yup'
import { type Context, idOf, requireTechnician } from '../http/context.ts'
import { notFound } from '../http/errors.ts'
import { checked, write } from '../http/write.ts'
import { doubtsAbout } from './doubts.ts'
import {
  cancelJob,
  pauseJob,
  readWater,
  resumeJob,
  setTrial,
  skipStep,
  startJob,
  stepBack,
  stepDone,
  takeJob,
} from './service.ts'
import { benchStrip, jobById, keepProgress, listJobs } from './store.ts'

const versionSchema = object({ version: number().integer().required() })

export function benchRoutes(context: Context): Router {
  const { database } = context
  const router = Router()

  router.get('/jobs', async (_request, response) => {
    response.json(await listJobs(database))
  })
  router.get('/jobs/:id', async (request, response) => {
    const job = await jobById(database, idOf(request))
    if (!job) throw notFound('There is no such job.')
    response.json(job)
  })
  router.get('/strip', async (_request, response) => {
    response.json(await benchStrip(database))
  })

  router.post(
    '/jobs',
    write(context, jobSchema, ({ db, input }) => takeJob(db, input)),
  )
  router.post(
    '/jobs/:id/start',
    write(context, versionSchema, ({ db, input, request, user }) => {
      requireTechnician(request)
      return startJob(db, idOf(request), input.version, user.id)
    }),
  )
  router.post(
    '/jobs/:id/steps/:position/done',
    write(context, stepDoneSchema, ({ db, input, request, user }) => {
      requireTechnician(request)
      return stepDone(db, idOf(request), Number(request.params['position']), input, user.id)
    }),
  )
  router.post(
    '/jobs/:id/steps/:position/progress',
    write(context, stepProgressSchema, async ({ db, input, request }) => {
      requireTechnician(request)
      await keepProgress(db, idOf(request), Number(request.params['position']), input)
      return jobById(db, idOf(request))
    }),
  )
  router.post(
    '/jobs/:id/steps/:position/skip',
    write(context, stepSkippedSchema, ({ db, input, request, user }) => {
      requireTechnician(request)
      return skipStep(db, idOf(request), Number(request.params['position']), input, user.id)
    }),
  )
  router.post(
    '/jobs/:id/pause',
    write(context, jobPausedSchema, ({ db, input, request }) => {
      requireTechnician(request)
      return pauseJob(db, idOf(request), input.version, input.reason)
    }),
  )
  router.post(
    '/jobs/:id/resume',
    write(context, versionSchema, ({ db, input, request }) => {
      requireTechnician(request)
      return resumeJob(db, idOf(request), input.version)
    }),
  )
  router.post(
    '/jobs/:id/water',
    write(context, waterReadingSchema, ({ db, input, request }) => {
      requireTechnician(request)
      return readWater(db, idOf(request), input, 'typed')
    }),
  )
  router.post(
    '/jobs/:id/trial',
    write(context, jobTrialSchema, ({ db, input, request }) => setTrial(db, idOf(request), input)),
  )
  /** What speaks against work, asked while it is being written down. */
  router.post('/doubts', async (request, response) => {
    response.json(await doubtsAbout(database, checked(jobDoubtsSchema, request.body)))
  })
  router.post(
    '/jobs/:id/back',
    write(context, versionSchema, ({ db, input, request }) => {
      requireTechnician(request)
      return stepBack(db, idOf(request), input.version)
    }),
  )
  router.post(
    '/jobs/:id/cancel',
    write(context, versionSchema, ({ db, input, request, user }) => {
      requireTechnician(request)
      return cancelJob(db, idOf(request), input.version, user.id)
    }),
  )
  return router
}
