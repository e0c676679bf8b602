import { randomUUID } from 'node:crypto'
import type { BallEventInput, Job, StepDoneInput } from '@sleetfall/contract'
import { type CoverFamily, gritOfRa, stepTargetRaUm, usualExtraction } from '@sleetfall/core'
import { appendEvent } from '../balls/events.ts'
import { ballById } from '../balls/store.ts'
import type { Db } from '../database/db.ts'
import { ProblemError, invalidInput, notFound, versionConflict } from '../http/errors.ts'
import * as store from './store.ts'

async function existing(db: Db, id: string): Promise<Job> {
  const job = await store.jobById(db, id)
  if (!job) throw notFound('There is no such job.')
  return job
}

/** Why a job cannot go on from the state it is in, as seen after a failed change. */
function stateProblem(job: Job): ProblemError {
  if (job.state === 'done')
    return new ProblemError(409, 'already-done', 'This job was finished already; nothing was written twice.', {
      current: job,
    })
  if (job.state === 'cancelled')
    return new ProblemError(409, 'wrong-state', 'This job was cancelled.', { current: job })
  return versionConflict(job)
}

/** Extraction does nothing for polyester; urethane gains little and is told so by the screen. */
export function refuseIneligible(kind: Job['kind'], cover: CoverFamily): void {
  if (kind === 'extract' && cover === 'polyester') {
    throw invalidInput([
      { path: 'kind', message: 'Work: a polyester cover takes up no oil, so there is nothing to extract' },
    ])
  }
}

async function begin(db: Db, job: Job, position: number): Promise<void> {
  const step = job.procedure[position]!
  if (await store.beginStep(db, job.id, step)) return
  throw new ProblemError(409, 'wrong-state', `Every ${step.station} is busy. Finish the ball that is on it first.`)
}

export async function startJob(db: Db, id: string, version: number, staffId: string): Promise<Job> {
  const job = await existing(db, id)
  if (!(await store.changeState(db, id, version, { from: ['waiting'], to: 'running' })))
    throw stateProblem(await existing(db, id))
  await begin(db, job, 0)
  await move(db, job, 'bench', staffId)
  return existing(db, id)
}

async function move(db: Db, job: Job, place: 'bench' | 'shelf', staffId: string): Promise<void> {
  const happenedAt = new Date().toISOString()
  const event: BallEventInput = {
    id: randomUUID(),
    kind: 'moved',
    happenedAt,
    place,
    shelf: place === 'shelf' ? 'pick-up' : '',
  }
  await appendEvent(db, job.ballId, event, { staffId, jobId: job.id })
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
    throw new ProblemError(409, 'already-done', 'This step is not the current one; it may have been done already.', {
      current: job,
    })
  }
  const { scannedGrits, temperatureC } = input
  await store.finishStep(db, id, position, staffId, { scannedGrits, temperatureC })
  if (position + 1 < job.procedure.length) await begin(db, job, position + 1)
  else await finish(db, await existing(db, id), staffId)
  return existing(db, id)
}

async function finish(db: Db, job: Job, staffId: string): Promise<void> {
  if (!(await store.changeState(db, job.id, job.version, { from: ['running'], to: 'done' }))) throw stateProblem(job)
  await writeHistory(db, job, staffId)
  await move(db, job, 'shelf', staffId)
}

/** What the finished steps did to the ball, as events; an aborted job writes only what was really done. */
async function writeHistory(db: Db, job: Job, staffId: string): Promise<void> {
  const now = Date.now()
  // A second apart, so that the order in which things were done is the order of the record.
  const at = (order: number) => new Date(now - (4 - order) * 1000).toISOString()
  const done = job.procedure.filter((step) => step.doneAt !== null)
  const measured = await store.measuredOf(db, job.id)
  const append = (event: BallEventInput) => appendEvent(db, job.ballId, event, { staffId, jobId: job.id })
  const steps = done.flatMap((step) => step.recipeStep ?? [])
  if (job.kind === 'extract' && done.some((step) => step.key === 'soak')) {
    const soaks = done.filter((step) => step.key === 'soak' || step.key === 'second-soak')
    const temperatures = measured.flatMap((m) =>
      typeof m.measured.temperatureC === 'number' ? m.measured.temperatureC : [],
    )
    const temperatureC = temperatures.at(-1) ?? usualExtraction.temperatureC
    const minutes = soaks.reduce((sum, step) => sum + step.minutes, 0)
    await append({ id: randomUUID(), kind: 'extracted', happenedAt: at(0), minutes, temperatureC })
  }
  if (steps.length > 0) {
    const last = job.steps?.at(-1)
    const targetGrit = last && Math.round(gritOfRa(stepTargetRaUm(last)))
    await append({
      id: randomUUID(),
      kind: 'surfaced',
      happenedAt: at(1),
      steps,
      recipeKey: job.recipeKey ?? null,
      targetGrit,
    })
  }
  if (done.some((step) => step.key === 'clean')) {
    await append({ id: randomUUID(), kind: 'cleaned', happenedAt: at(2), with: 'cleaner' })
  }
  const grits = measured.flatMap((m) =>
    Array.isArray(m.measured.scannedGrits) ? (m.measured.scannedGrits as number[]) : [],
  )
  if (grits.length > 0) await append({ id: randomUUID(), kind: 'scanned', happenedAt: at(3), grits })
}

/** Goes back to the step before, when 'done' was tapped too early. */
export async function stepBack(db: Db, id: string, version: number): Promise<Job> {
  if (!(await store.claimJob(db, id, version))) throw stateProblem(await existing(db, id))
  const job = await existing(db, id)
  const lastDone = job.procedure.filter((step) => step.doneAt !== null).at(-1)
  if (!lastDone) throw new ProblemError(409, 'wrong-state', 'This is the first step already.')
  await store.reopenStep(db, id, lastDone.position)
  return existing(db, id)
}

/** Ends a job before its time; sanding that was done by then is written, so that the record stays true. */
export async function cancelJob(db: Db, id: string, version: number, staffId: string): Promise<Job> {
  const job = await existing(db, id)
  const wasRunning = job.state === 'running'
  if (!(await store.changeState(db, id, version, { from: ['waiting', 'running'], to: 'cancelled' })))
    throw stateProblem(job)
  if (wasRunning) {
    await store.leaveStations(db, id)
    await writeHistory(db, job, staffId)
    await move(db, job, 'shelf', staffId)
  }
  return existing(db, id)
}

export async function takeJob(db: Db, input: Parameters<typeof store.createJob>[1]): Promise<Job | null> {
  const ball = await ballById(db, input.ballId)
  if (!ball) throw notFound('There is no such ball.')
  refuseIneligible(input.kind, ball.cover)
  return store.createJob(db, input)
}
