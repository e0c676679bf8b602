import { randomUUID } from 'node:crypto'
import {
  type BallEventInput,
  type Job,
  type JobEdit,
  type JobInput,
  type JobStep,
  type StepDoneInput,
  abilities,
  mayAs,
} from '@sleetfall/contract'
import {
  type JobKind,
  type RecipeStep,
  type StepFacts,
  type StepProblem,
  dryingHours,
  drawingSteps,
  findings,
  gatedSteps,
  gritOfRa,
  includesCleaning,
  minutesInWater,
  neverSkipped,
  oilKinds,
  openQuestions,
  sidesMissing,
  soakWater,
  stepAsDone,
  stepTargetRaUm,
  usualExtraction,
  waterGate,
  waterState,
} from '@sleetfall/core'
import { eventById } from '../events/store.ts'
import { appendEvent } from '../balls/events.ts'
import { ballById } from '../balls/store.ts'
import type { Db } from '../database/db.ts'
import { learnFromJob } from '../surface/oilLearning.ts'
import { unusePad, usePad } from '../supplies/store.ts'
import { notAllowed } from '../http/access.ts'
import type { SignedIn } from '../http/context.ts'
import { requireSound } from './doubts.ts'
import { ProblemError, invalidInput, notFound, versionConflict } from '../http/errors.ts'
import * as store from './store.ts'
import { openJobKinds } from './store.ts'

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

const factsOf = (step: JobStep): StepFacts => {
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

/** Hard stops: too hot water, and whatever the step asks that is not answered; the tablet asks by the same module. */
async function refuseUnsafe(db: Db, job: Job, step: JobStep, input: StepDoneInput, nowMs: number): Promise<void> {
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
  const next = job.procedure[position + 1]
  const gate =
    next && gatedSteps.includes(next.key)
      ? waterGate((await store.readingsOf(db, id)).at(-1) ?? null, Date.now(), undefined)
      : null
  if (gate) throw new ProblemError(409, 'refused', `${questions[gate][1]}.`)
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
  if (waterState(reading.temperatureC) === 'stop') {
    await store.pauseJob(db, id, null, overTemperature)
    await store.raiseAlarm(db, id)
  }
  return existing(db, id)
}

async function finish(db: Db, job: Job, staffId: string): Promise<void> {
  if (!(await store.changeState(db, job.id, job.version, { from: ['running'], to: 'done' }))) throw stateProblem(job)
  await writeHistory(db, job, staffId)
  await move(db, job, 'shelf', staffId)
  if (job.beforeTrialId && job.afterTrialId) await learnFromJob(db, job.id)
}

/** What the finished steps did to the ball, as events; an aborted job writes only what was really done. */
async function writeHistory(db: Db, job: Job, staffId: string): Promise<void> {
  // Each thing happened when its last step ended, so the order of the record is the order of the work.
  const ended = (steps: readonly JobStep[]) => steps.at(-1)!.doneAt!
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
    const minutes = Math.round(drawn.reduce((sum, step) => sum + Number(step.measured['minutesDone'] ?? 0), 0))
    // A ball that was lifted out at once lost no oil.
    if (minutes >= 1)
      await append({
        id: randomUUID(),
        kind: 'extracted',
        happenedAt: ended(drawn),
        minutes: Math.min(60, minutes),
        temperatureC,
      })
  }
  const steps = done.flatMap((step): RecipeStep[] => {
    if (!step.recipeStep) return []
    const uses = step.measured['padUses']
    const worked = stepAsDone(step.recipeStep, Number(step.measured['sidesDone'] ?? step.recipeStep.sides))
    return worked ? [typeof uses === 'number' ? { ...worked, padUses: Math.min(50, uses) } : worked] : []
  })
  if (steps.length > 0) {
    const last = job.steps?.at(-1)
    // A touch-up by hand keeps the target that the ball has.
    const kept = job.kind === 'refresh' ? (await ballById(db, job.ballId))?.surface.window?.targetGrit : undefined
    const targetGrit = kept ?? (last && Math.round(gritOfRa(stepTargetRaUm(last))))
    await append({
      id: randomUUID(),
      kind: 'surfaced',
      happenedAt: ended(done.filter((step) => step.recipeStep)),
      steps,
      recipeKey: job.recipeKey ?? null,
      targetGrit,
    })
  }
  if (done.some((step) => step.key === 'clean')) {
    await append({
      id: randomUUID(),
      kind: 'cleaned',
      happenedAt: ended(done.filter((step) => step.key === 'clean')),
      with: 'cleaner',
    })
  }
  const scanned = done.findLast((step) => Array.isArray(step.measured['scannedGrits']))
  const scan = scanned?.measured as { scannedGrits: number[]; scanSpots?: ('track' | 'off-track')[] } | undefined
  if (scan) {
    const spots = scan.scanSpots?.length === scan.scannedGrits.length ? { spots: scan.scanSpots } : {}
    await append({
      id: randomUUID(),
      kind: 'scanned',
      happenedAt: scanned!.doneAt!,
      grits: scan.scannedGrits,
      ...spots,
    })
  }
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
export async function cancelJob(db: Db, id: string, version: number, user: SignedIn): Promise<Job> {
  const job = await existing(db, id)
  const wasRunning = job.state === 'running'
  if (wasRunning && !mayAs(user.role, abilities.bench)) throw notAllowed(user.role)
  if (!(await store.changeState(db, id, version, { from: ['waiting', 'running'], to: 'cancelled' })))
    throw stateProblem(job)
  if (wasRunning) {
    await store.leaveStations(db, id)
    await writeHistory(db, job, user.id)
    await move(db, job, 'shelf', user.id)
  }
  return existing(db, id)
}

/** A promise after the event it is for helps nobody. */
async function refuseLate(db: Db, { dueOn, eventId }: Pick<JobInput, 'dueOn' | 'eventId'>): Promise<void> {
  const event = eventId ? await eventById(db, eventId) : null
  if (event && dueOn > event.endsOn)
    throw invalidInput([
      {
        path: 'dueOn',
        message: `Due: after ${event.name}, which ends on ${event.endsOn}; give an earlier day or no event`,
      },
    ])
  if (event?.kind === 'tournament' && dueOn >= event.startsOn)
    throw invalidInput([
      {
        path: 'dueOn',
        message: `Due: ${event.name} begins on ${event.startsOn}; the work has to be done the day before at the latest`,
      },
    ])
}

/** Takes work in. A cleaning that other waiting work includes is refused; one that waits is taken along by that work. */
export async function takeJob(db: Db, input: JobInput): Promise<Job | null> {
  await refuseLate(db, input)
  const waiting = (await openJobKinds(db, [input.ballId])).get(input.ballId) ?? []
  const including = waiting.find((kind) => includesCleaning(kind as JobKind))
  if (input.kind === 'clean' && including)
    throw new ProblemError(409, 'duplicate', `The ${including} that waits for this ball includes the cleaning.`, {
      fields: [{ path: 'kind', message: `Work: the ${including} that waits for this ball includes the cleaning` }],
    })
  const overridden = await requireSound(db, input)
  const absorbed = includesCleaning(input.kind) ? await store.withdrawWaiting(db, input.ballId, 'clean') : 0
  const job = await store.createJob(db, input, overridden)
  return job && absorbed > 0 ? { ...job, absorbed: ['clean'] } : job
}

/** Changes a job that waits: its day, its event, who does it, or the work itself with new steps. */
export async function editJob(db: Db, id: string, { version, assignedTo, ...edit }: JobEdit): Promise<Job> {
  const job = await existing(db, id)
  if (job.state !== 'waiting')
    throw new ProblemError(409, 'wrong-state', 'This job has begun; what it does is not changed any more.', {
      current: job,
    })
  await refuseLate(db, edit)
  const overridden = await requireSound(db, { ...edit, id, ballId: job.ballId, beforeTrialId: job.beforeTrialId })
  await store.updateWaiting(db, id, version, { ...edit, assignedTo: assignedTo ?? null }, overridden, () =>
    store.jobById(db, id),
  )
  return existing(db, id)
}

/** Marks an alarm as seen; the first who says so counts. */
export async function seeAlarm(db: Db, id: string, staffId: string): Promise<Job> {
  await store.seeAlarm(db, id, staffId)
  return existing(db, id)
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
  await learnFromJob(db, id)
  return existing(db, id)
}
