import { type Job, type JobStep, said, type StepDoneInput } from '@sleetfall/contract'
import { drawingSteps, minutesInWater, sidesMissing } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { ProblemError } from '../http/errors.ts'
import { unusePad, usePad } from '../supplies/store.ts'
import { learnFromJob } from '../surface/oilLearning.ts'
import { lock, lookedAt, move, writeHistory } from './history.ts'
import { factsOf, refuseSkip, refuseUnsafe } from './safety.ts'
import { existing, stateProblem } from './standing.ts'
import * as store from './store.ts'

/** Begins a step, on a station that is free. */
export async function begin(db: Db, job: Job, position: number): Promise<void> {
  const step = job.procedure[position]!
  if (await store.beginStep(db, job.id, step)) return
  const why = (await store.allClosed(db, step.station)) ? 'stationsClosed' : 'stationsBusy'
  throw new ProblemError(409, 'wrong-state', said(`refused.${why}`, { station: said(`stations.${step.station}`) }))
}

/** Ends the current step and begins the next; the last one finishes the job and writes the ball's history. */
export async function stepDone(
  db: Db,
  id: string,
  position: number,
  input: StepDoneInput,
  staffId: string,
): Promise<Job> {
  if (!(await store.claimJob(db, id, input.version))) throw stateProblem(await existing(db, id))
  const job = await existing(db, id)
  const step = job.procedure[position]
  if (!step || step.startedAt === null || step.doneAt !== null) {
    throw new ProblemError(409, 'already-done', said('refused.stepDone'), {
      current: job,
    })
  }
  const now = Date.now()
  await refuseUnsafe(db, job, step, input, now)
  if (step.key === 'inspect' && job.kind !== 'inspect' && input.finding !== 'fine') {
    await lookedAt(db, job, step, input, staffId)
    await store.pauseJob(db, id, null, input.finding!)
    return existing(db, id)
  }
  await store.finishStep(db, id, position, staffId, await measured(db, step, input, now))
  if (step.key === 'wet-check') await lock(db, job, input, staffId)
  if (step.key === 'inspect' || step.key === 'inserts') await lookedAt(db, job, step, input, staffId)
  if (position + 1 < job.procedure.length) await begin(db, job, position + 1)
  else await finish(db, await existing(db, id), staffId)
  return existing(db, id)
}

/** What a step measured, as its record keeps it; a pad counts one ball more, and the step is kept with the wear it had. */
async function measured(db: Db, step: JobStep, input: StepDoneInput, nowMs: number): Promise<Record<string, unknown>> {
  const { version: _version, padId, scannedGrits, minutesDone, sidesDone, ...rest } = input
  const given: Record<string, unknown> = Object.fromEntries(
    Object.entries(rest).filter(([, value]) => value != null && value !== ''),
  )
  const facts = factsOf(step)
  if (scannedGrits.length > 0) given['scannedGrits'] = scannedGrits
  if (drawingSteps.includes(step.key)) given['minutesDone'] = minutesInWater(facts, { minutesDone }, nowMs)
  if (step.recipeStep) given['sidesDone'] = sidesMissing(facts) ? (sidesDone ?? 0) : step.recipeStep.sides
  if (padId == null || !(step.recipeStep || step.key === 'clean')) return given
  return { ...given, padId, padUses: await usePad(db, padId) }
}

/** Leaves a step out, with its reason; what it would have done is not written. */
export async function skipStep(
  db: Db,
  id: string,
  position: number,
  input: { readonly version: number; readonly reason: string },
  staffId: string,
): Promise<Job> {
  if (!(await store.claimJob(db, id, input.version))) throw stateProblem(await existing(db, id))
  const job = await existing(db, id)
  const step = job.procedure[position]
  if (!step || step.startedAt === null || step.doneAt !== null)
    throw new ProblemError(409, 'already-done', said('refused.stepNotCurrent'), { current: job })
  await refuseSkip(db, job, step)
  await store.skipStep(db, id, position, staffId, input.reason)
  await begin(db, job, position + 1)
  return existing(db, id)
}

async function finish(db: Db, job: Job, staffId: string): Promise<void> {
  if (!(await store.changeState(db, job.id, job.version, { from: ['running'], to: 'done' }))) throw stateProblem(job)
  await writeHistory(db, job, staffId)
  await move(db, job, 'shelf', staffId)
  if (job.beforeTrialId && job.afterTrialId) await learnFromJob(db, job.id)
}

/** Goes back to the step before, when 'done' was tapped too early. */
export async function stepBack(db: Db, id: string, version: number): Promise<Job> {
  if (!(await store.claimJob(db, id, version))) throw stateProblem(await existing(db, id))
  const job = await existing(db, id)
  const lastDone = job.procedure.filter((step) => step.doneAt !== null).at(-1)
  if (!lastDone) throw new ProblemError(409, 'wrong-state', said('refused.firstStep'))
  for (const step of job.procedure.slice(lastDone.position))
    if (typeof step.measured['padId'] === 'string') await unusePad(db, step.measured['padId'])
  await store.reopenStep(db, id, lastDone.position)
  return existing(db, id)
}
