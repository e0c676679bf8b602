import { type Job, type JobStep, said, type Said, type StepDoneInput, wrong } from '@sleetfall/contract'
import {
  type StepFacts,
  type StepProblem,
  findings,
  gatedSteps,
  neverSkipped,
  openQuestions,
  soakWater,
  waterGate,
  waterState,
} from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { ProblemError, invalidInput } from '../http/errors.ts'
import { existing, stateProblem } from './standing.ts'
import * as store from './store.ts'

/** A step as the rules see it. */
export const factsOf = (step: JobStep): StepFacts => {
  const progress = step.measured['progress'] as Partial<StepFacts['progress']> | undefined
  const { key, recipeStep, minutes, startedAt, pausedSeconds } = step
  return {
    ...{ key, recipeStep, minutes, startedAt, pausedSeconds },
    progress: { sidesDone: progress?.sidesDone ?? 0, ticks: progress?.ticks ?? [] },
  }
}

/** Field and sentence of each question that a step leaves open. */
const questions: Readonly<Record<StepProblem, readonly [path: string, said: Said]>> = {
  finding: ['finding', wrong('finding', 'oneOf', { values: findings.join(', ') })],
  wet: ['wet', wrong('holes', 'wetness')],
  holes: ['ticks', wrong('holes', 'tapeEach')],
  drying: ['earlyReason', wrong('reason', 'stillDrying')],
  'not-measured': ['water', wrong('water', 'measureFirst')],
  'measured-long-ago': ['water', wrong('water', 'measureAgain')],
  'too-warm': ['water', wrong('water', 'tooWarm', { limit: soakWater.highC })],
  'cooler-reason': ['coolerReason', wrong('reason', 'coolerWater', { limit: soakWater.lowC })],
  minutes: ['minutesDone', wrong('minutesInTheWater', 'notOver')],
  'minutes-too-many': ['minutesDone', wrong('minutesInTheWater', 'noMoreThanStep')],
  sides: ['sidesDone', wrong('sidesDone', 'sidesMissing')],
  'sides-too-many': ['sidesDone', wrong('sidesDone', 'noMoreThanRecipe')],
}

/** Holes that still dry keep the ball. */
export const dries = (job: Job) => job.lockedUntil !== null && Date.parse(job.lockedUntil) > Date.now()

/** Hard stops: too hot water, and whatever the step asks that is not answered; the tablet asks by the same module. */
export async function refuseUnsafe(
  db: Db,
  job: Job,
  step: JobStep,
  input: StepDoneInput,
  nowMs: number,
): Promise<void> {
  const readings = await store.readingsOf(db, job.id)
  const lastWater = readings.at(-1) ?? null
  const own = readings.filter((one) => one.position === step.position).at(-1)
  if (own && waterState(own.temperatureC) === 'stop')
    throw new ProblemError(409, 'hard-stop', said('refused.waterTooHot', { limit: soakWater.stopC }), { current: job })
  const open = openQuestions(factsOf(step), input, {
    nowMs,
    nextKey: nextKeyOf(job, step, input),
    lastWater,
    drying: dries(job),
  })
  if (open.length > 0)
    throw invalidInput(
      open.map((problem) => {
        const [path, what] = questions[problem]
        return { path, said: what }
      }),
    )
}

/** A job that the finding holds does not go on to its next step. */
const nextKeyOf = (job: Job, step: JobStep, input: Pick<StepDoneInput, 'finding'>) =>
  step.key === 'inspect' && input.finding !== 'fine' ? null : (job.procedure[step.position + 1]?.key ?? null)

/** What asks whether the rest is safe is not left out, nor is the step before water that nobody measured. */
export async function refuseSkip(db: Db, job: Job, step: JobStep): Promise<void> {
  if (neverSkipped.includes(step.key) || (step.key === 'dry' && dries(job)))
    throw new ProblemError(409, 'refused', said('refused.stepNeeded'))
  const next = job.procedure[step.position + 1]
  const gate =
    next && gatedSteps.includes(next.key)
      ? waterGate((await store.readingsOf(db, job.id)).at(-1) ?? null, Date.now(), undefined)
      : null
  if (gate) throw new ProblemError(409, 'refused', questions[gate][1])
}

/** Goes on after a pause; after a hard stop only once the water was measured cooler. */
export async function resumeJob(db: Db, id: string, version: number): Promise<Job> {
  const job = await existing(db, id)
  const last = job.water.at(-1)
  if (job.pausedReason === overTemperature && (!last || waterState(last.temperatureC) === 'stop'))
    throw new ProblemError(409, 'hard-stop', said('refused.measureCooler', { limit: soakWater.stopC }))
  if (!(await store.resumeJob(db, id, version))) throw stateProblem(await existing(db, id))
  return existing(db, id)
}

/** Reason that a hard stop writes; screens have their own words for it. */
export const overTemperature = 'over-temperature'

/** Takes a temperature of the water in; over the limit it stops the job at once. */
export async function readWater(
  db: Db,
  id: string,
  reading: { readonly id: string; readonly temperatureC: number },
  source: 'typed' | 'bath',
): Promise<Job> {
  const job = await existing(db, id)
  const step = job.procedure.find((one) => one.startedAt !== null && one.doneAt === null)
  if (job.state !== 'running' || !step) throw stateProblem(job)
  await store.addReading(db, { ...reading, jobId: id, position: step.position, source })
  if (waterState(reading.temperatureC) === 'stop') {
    await store.pauseJob(db, id, null, overTemperature)
    await store.raiseAlarm(db, id)
  }
  return existing(db, id)
}

/** Marks an alarm as seen; the first who says so counts. */
export async function seeAlarm(db: Db, id: string, staffId: string): Promise<Job> {
  await store.seeAlarm(db, id, staffId)
  return existing(db, id)
}
