import { randomUUID } from 'node:crypto'
import type { BallEventInput, Job, JobInput, JobStep, StepDoneInput } from '@sleetfall/contract'
import {
  type RecipeStep,
  dryingHours,
  drawingSteps,
  findings,
  gritOfRa,
  neverSkipped,
  oilKinds,
  soakWater,
  stepTargetRaUm,
  usualExtraction,
  waterState,
} from '@sleetfall/core'
import { appendEvent } from '../balls/events.ts'
import { ballById } from '../balls/store.ts'
import type { Db } from '../database/db.ts'
import { unusePad, usePad } from '../supplies/store.ts'
import { requireSound } from './doubts.ts'
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
  if (job.pausedAt !== null)
    return new ProblemError(409, 'wrong-state', 'This job is paused. Go on with it first.', { current: job })
  return versionConflict(job)
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
  await refuseUnsafe(db, job, step, input)
  if (step.key === 'inspect' && job.kind !== 'inspect' && input.finding !== 'fine') {
    await lookedAt(db, job, step, input, staffId)
    await store.pauseJob(db, id, null, input.finding!)
    return existing(db, id)
  }
  await store.finishStep(db, id, position, staffId, await measured(db, step, input))
  if (step.key === 'wet-check') await lock(db, job, input, staffId)
  if (step.key === 'inspect' || step.key === 'inserts') await lookedAt(db, job, step, input, staffId)
  if (position + 1 < job.procedure.length) await begin(db, job, position + 1)
  else await finish(db, await existing(db, id), staffId)
  return existing(db, id)
}

/** Hard stops: too hot water, a ball that must not go on, a question that was not answered, a ball that has not dried. */
async function refuseUnsafe(db: Db, job: Job, step: JobStep, input: StepDoneInput): Promise<void> {
  const held = (message: string) => new ProblemError(409, 'hard-stop', message, { current: job })
  if ((step.key === 'inspect' || step.key === 'inserts') && input.finding == null)
    throw invalidInput([{ path: 'finding', message: `Finding: one of ${findings.join(', ')}` }])
  if (step.key === 'wet-check' && input.wet == null)
    throw invalidInput([{ path: 'wet', message: 'Holes: dry, damp or wet' }])
  const last = (await store.readingsOf(db, job.id)).filter((one) => one.position === step.position).at(-1)
  if (last && waterState(last.temperatureC) === 'stop')
    throw held(
      `The water is over ${soakWater.stopC} °C. Take the ball and your hands away, let it cool and measure again.`,
    )
  if (step.key === 'dry' && dries(job) && input.earlyReason === '')
    throw invalidInput([
      { path: 'earlyReason', message: 'Reason: the holes are still drying; say why the ball goes on before its time' },
    ])
}

/** What a step measured, as its record keeps it; a pad counts one ball more, and the step is kept with the wear it had. */
async function measured(db: Db, step: JobStep, input: StepDoneInput): Promise<Record<string, unknown>> {
  const { version: _version, padId, scannedGrits, ...rest } = input
  const given = Object.fromEntries(Object.entries(rest).filter(([, value]) => value != null && value !== ''))
  const scanned = scannedGrits.length > 0 ? { scannedGrits } : {}
  if (padId == null || !(step.recipeStep || step.key === 'clean')) return { ...given, ...scanned }
  return { ...given, ...scanned, padId, padUses: await usePad(db, padId) }
}

const hourMs = 3_600_000
const usualDryingMinutes = 10

const dries = (job: Job) => job.lockedUntil !== null && Date.parse(job.lockedUntil) > Date.now()

/** Wet holes: the ball lies for a day or two before play, on the rack and in its record. */
async function lock(db: Db, job: Job, input: StepDoneInput, staffId: string): Promise<void> {
  const hours = dryingHours[input.wet ?? 'dry']
  const now = Date.now()
  await store.setMinutes(db, job.id, 'dry', Math.max(usualDryingMinutes, hours * 60))
  if (hours === 0 && !dries(job)) return
  const untilAt = new Date(now + hours * hourMs).toISOString()
  const event: BallEventInput = {
    id: randomUUID(),
    kind: 'locked',
    happenedAt: new Date(now).toISOString(),
    untilAt,
    reason: hours === 0 ? 'looked at again, the holes are dry' : 'water in the holes',
  }
  await appendEvent(db, job.ballId, event, { staffId, jobId: job.id })
}

async function lookedAt(db: Db, job: Job, step: JobStep, input: StepDoneInput, staffId: string): Promise<void> {
  const event: BallEventInput = {
    id: randomUUID(),
    kind: 'checked',
    happenedAt: new Date().toISOString(),
    what: step.key === 'inserts' ? 'inserts' : 'inspection',
    finding: input.finding!,
    note: input.note,
  }
  await appendEvent(db, job.ballId, event, { staffId, jobId: job.id })
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
    throw new ProblemError(409, 'already-done', 'This step is not the current one.', { current: job })
  if (neverSkipped.includes(step.key) || (step.key === 'dry' && dries(job)))
    throw new ProblemError(409, 'refused', 'This step is not left out: what it asks decides whether the rest is safe.')
  await store.skipStep(db, id, position, staffId, input.reason)
  await begin(db, job, position + 1)
  return existing(db, id)
}

export async function pauseJob(db: Db, id: string, version: number, reason: string): Promise<Job> {
  if (!(await store.pauseJob(db, id, version, reason))) throw stateProblem(await existing(db, id))
  return existing(db, id)
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
  if (waterState(reading.temperatureC) === 'stop') await store.pauseJob(db, id, null, overTemperature)
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
  const done = job.procedure.filter((step) => step.doneAt !== null && step.skippedReason === null)
  const append = (event: BallEventInput) => appendEvent(db, job.ballId, event, { staffId, jobId: job.id })
  const drawn = done.filter((step) => drawingSteps.includes(step.key))
  if (oilKinds.includes(job.kind) && drawn.length > 0) {
    const readings = (await store.readingsOf(db, job.id)).filter((one) =>
      drawn.some((step) => step.position === one.position),
    )
    const all = readings.map((one) => one.temperatureC).filter((c) => c <= soakWater.stopC)
    const mean = all.reduce((sum, c) => sum + c, 0) / all.length
    const temperatureC = all.length > 0 ? Math.max(20, Math.round(mean * 10) / 10) : usualExtraction.temperatureC
    const minutes = Math.min(60, Math.max(1, Math.round(drawn.reduce((sum, step) => sum + minutesInWater(step), 0))))
    await append({ id: randomUUID(), kind: 'extracted', happenedAt: at(0), minutes, temperatureC })
  }
  const steps = done.flatMap((step): RecipeStep[] => {
    const uses = step.measured['padUses']
    return step.recipeStep
      ? [typeof uses === 'number' ? { ...step.recipeStep, padUses: Math.min(50, uses) } : step.recipeStep]
      : []
  })
  if (steps.length > 0) {
    const last = job.steps?.at(-1)
    // A touch-up by hand keeps the target that the ball has.
    const kept = job.kind === 'refresh' ? (await ballById(db, job.ballId))?.surface.window?.targetGrit : undefined
    const targetGrit = kept ?? (last && Math.round(gritOfRa(stepTargetRaUm(last))))
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
  const scan = done.findLast((step) => Array.isArray(step.measured['scannedGrits']))?.measured as
    { scannedGrits: number[]; scanSpots?: ('track' | 'off-track')[] } | undefined
  if (scan) {
    const spots = scan.scanSpots?.length === scan.scannedGrits.length ? { spots: scan.scanSpots } : {}
    await append({
      id: randomUUID(),
      kind: 'scanned',
      happenedAt: at(3),
      grits: scan.scannedGrits,
      ...spots,
    })
  }
}

/** How long the ball really lay in the water: the clock's time without pauses, at most what was planned. */
function minutesInWater(step: JobStep): number {
  const clock = (Date.parse(step.doneAt!) - Date.parse(step.startedAt!)) / 60_000 - step.pausedSeconds / 60
  // Taps in quick succession are a demonstration or a late record, not a soak of seconds.
  return clock < 1 ? step.minutes : Math.min(step.minutes, clock)
}

/** Goes back to the step before, when 'done' was tapped too early. */
export async function stepBack(db: Db, id: string, version: number): Promise<Job> {
  if (!(await store.claimJob(db, id, version))) throw stateProblem(await existing(db, id))
  const job = await existing(db, id)
  const lastDone = job.procedure.filter((step) => step.doneAt !== null).at(-1)
  if (!lastDone) throw new ProblemError(409, 'wrong-state', 'This is the first step already.')
  for (const step of job.procedure.slice(lastDone.position))
    if (typeof step.measured['padId'] === 'string') await unusePad(db, step.measured['padId'])
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

export async function takeJob(db: Db, input: JobInput): Promise<Job | null> {
  return store.createJob(db, input, await requireSound(db, input))
}

/** Ties a trial to the work, as the one before it or the one after. */
export async function setTrial(
  db: Db,
  id: string,
  input: { readonly version: number; readonly side: 'before' | 'after'; readonly trialId?: string | null | undefined },
): Promise<Job> {
  const job = await existing(db, id)
  if (job.version !== input.version) throw versionConflict(job)
  await store.setTrial(db, id, input.side, input.trialId ?? null)
  return existing(db, id)
}
