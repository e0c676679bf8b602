import { randomUUID } from 'node:crypto'
import type { BallEventInput, Job, JobStep, StepDoneInput } from '@sleetfall/contract'
import { dryingHours, workDone } from '@sleetfall/core'
import { appendEvent } from '../balls/events.ts'
import { ballById } from '../balls/store.ts'
import type { Db } from '../database/db.ts'
import { dries } from './safety.ts'
import * as store from './store.ts'

const hourMs = 3_600_000
const usualDryingMinutes = 10

/** The ball comes onto the bench, or off it to be picked up. */
export async function move(db: Db, job: Job, place: 'bench' | 'shelf', staffId: string): Promise<void> {
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

/** Wet holes: the ball lies for a day or two before play, on the rack and in its record. */
export async function lock(db: Db, job: Job, input: StepDoneInput, staffId: string): Promise<void> {
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
    reason: hours === 0 ? 'holes-dry' : 'holes-wet',
  }
  await appendEvent(db, job.ballId, event, { staffId, jobId: job.id })
}

/** What a look at the ball found. */
export async function lookedAt(db: Db, job: Job, step: JobStep, input: StepDoneInput, staffId: string): Promise<void> {
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

/** What the finished steps did to the ball, as events; an aborted job writes only what was really done. */
export async function writeHistory(db: Db, job: Job, staffId: string): Promise<void> {
  const ball = job.kind === 'refresh' ? await ballById(db, job.ballId) : null
  const done = workDone({
    kind: job.kind,
    recipeKey: job.recipeKey ?? null,
    steps: job.steps ?? null,
    procedure: job.procedure,
    water: await store.readingsOf(db, job.id),
    keptGrit: ball?.surface.window?.targetGrit,
  })
  for (const event of done)
    await appendEvent(db, job.ballId, { id: randomUUID(), ...event } as BallEventInput, { staffId, jobId: job.id })
}
