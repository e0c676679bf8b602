import type { Job, JobStep, StepDoneInput } from '@sleetfall/contract'
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
const questions: Readonly<Record<StepProblem, readonly [path: string, message: string]>> = {
  finding: ['finding', `Finding: one of ${findings.join(', ')}`],
  wet: ['wet', 'Holes: dry, damp or wet'],
  holes: ['ticks', 'Holes: tape and tick each one first, also one that is not there'],
  drying: ['earlyReason', 'Reason: the holes are still drying; say why the ball goes on before its time'],
  'not-measured': ['water', 'Water: measure it first; the ball goes in only when it is right'],
  'measured-long-ago': ['water', 'Water: the last reading is over five minutes old; measure again'],
  'too-warm': ['water', `Water: over ${soakWater.highC} °C; add cold water and measure again`],
  'cooler-reason': [
    'coolerReason',
    `Reason: the water is under ${soakWater.lowC} °C; say why the ball goes in all the same`,
  ],
  minutes: ['minutesDone', 'Minutes in the water: the time is not over; say how long the ball really lay in it'],
  'minutes-too-many': ['minutesDone', 'Minutes in the water: no more than the step has'],
  sides: ['sidesDone', 'Sides done: some are missing by the counter; say how many were really done'],
  'sides-too-many': ['sidesDone', 'Sides done: no more than the recipe has'],
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
    throw new ProblemError(
      409,
      'hard-stop',
      `The water is over ${soakWater.stopC} °C. Take the ball and your hands away, let it cool and measure again.`,
      { current: job },
    )
  const open = openQuestions(factsOf(step), input, {
    nowMs,
    nextKey: nextKeyOf(job, step, input),
    lastWater,
    drying: dries(job),
  })
  if (open.length > 0)
    throw invalidInput(
      open.map((problem) => {
        const [path, message] = questions[problem]
        return { path, message }
      }),
    )
}

/** A job that the finding holds does not go on to its next step. */
const nextKeyOf = (job: Job, step: JobStep, input: Pick<StepDoneInput, 'finding'>) =>
  step.key === 'inspect' && input.finding !== 'fine' ? null : (job.procedure[step.position + 1]?.key ?? null)

/** What asks whether the rest is safe is not left out, nor is the step before water that nobody measured. */
export async function refuseSkip(db: Db, job: Job, step: JobStep): Promise<void> {
  if (neverSkipped.includes(step.key) || (step.key === 'dry' && dries(job)))
    throw new ProblemError(409, 'refused', 'This step is not left out: what it asks decides whether the rest is safe.')
  const next = job.procedure[step.position + 1]
  const gate =
    next && gatedSteps.includes(next.key)
      ? waterGate((await store.readingsOf(db, job.id)).at(-1) ?? null, Date.now(), undefined)
      : null
  if (gate) throw new ProblemError(409, 'refused', `${questions[gate][1]}.`)
}

/** Goes on after a pause; after a hard stop only once the water was measured cooler. */
export async function resumeJob(db: Db, id: string, version: number): Promise<Job> {
  const job = await existing(db, id)
  const last = job.water.at(-1)
  if (job.pausedReason === overTemperature && (!last || waterState(last.temperatureC) === 'stop'))
    throw new ProblemError(
      409,
      'hard-stop',
      `Measure again: the job goes on once the water is under ${soakWater.stopC} °C.`,
    )
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
