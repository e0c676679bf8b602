import {
  type BenchPerson,
  type BenchPersonInput,
  type BenchStation,
  type BenchStationInput,
  type PlanSlot,
  mostPlanned,
} from '@sleetfall/contract'
import {
  type PlannedJob,
  type PlannedStep,
  type StepKey,
  type TimedStep,
  drawingSteps,
  jobFor,
  jobKinds,
} from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { insertRow, listsIn, updateRow } from '../database/rows.ts'

/** A job as the plan reads it. */
export interface OpenJob extends PlannedJob {
  readonly ballId: string
  readonly ballName: string
  readonly customerId: string
  readonly customerName: string
  readonly dueOn: string
  readonly eventId: string | null
  readonly assignedTo: string | null
  readonly procedure: readonly (PlannedStep & { readonly stationId: string | null })[]
}

/** What waits and runs, what is promised first before the rest; so many as one plan holds. */
export const openJobs = (db: Db) =>
  db.many<OpenJob>(
    `select j.id, j.kind, j.ball_id, b.name as ball_name, b.customer_id, b.customer_name, j.due_on, j.event_id, j.assigned_to,
       coalesce(s.procedure, '[]') as procedure
     from (select * from job where state in ('waiting', 'running') order by state = 'waiting', due_on, created_at, id limit $1) j
     join ball_label b on b.id = j.ball_id
     join lateral (
       select json_agg(json_build_object('key', key, 'station', station_kind, 'minutes', minutes, 'recipeStep', recipe_step, 'startedAt', started_at,
         'doneAt', done_at, 'measured', measured, 'stationId', station_id) order by position) as procedure
       from job_step where job_id = j.id) s on true
     order by j.due_on, j.created_at, j.id`,
    [mostPlanned],
  )

export const openCount = async (db: Db) =>
  (await db.one<{ count: number }>(`select count(*)::int as count from job where state in ('waiting', 'running')`))
    .count

/** Slots of work that waits or runs. */
export const slotsOf = (db: Db, jobIds: readonly string[]) =>
  db.many<{
    jobId: string
    firstPosition: number
    stationId: string
    staffId: string | null
    startsAt: string
    endsAt: string
    locked: boolean
  }>(
    'select job_id, first_position, station_id, staff_id, starts_at, ends_at, locked from bench_slot where job_id = any($1)',
    [jobIds],
  )

export const stations = (db: Db) =>
  db.many<BenchStation>(
    `select id, name, kind, setup_minutes, closed_until, closed_reason, created_at, updated_at, version from station
     order by array_position(array['intake', 'spinner', 'bath', 'dry-rack', 'shelf'], kind), name`,
  )
export const stationById = (db: Db, id: string) =>
  db.maybeOne<BenchStation>(
    'select id, name, kind, setup_minutes, closed_until, closed_reason, created_at, updated_at, version from station where id = $1',
    [id],
  )
export async function addStation(db: Db, input: BenchStationInput): Promise<BenchStation | null> {
  await insertRow(db, 'station', { ...input })
  return stationById(db, input.id)
}
export async function editStation(db: Db, input: BenchStationInput, version: number): Promise<BenchStation | null> {
  // What work has been done on it keeps its kind.
  const { id, kind: _kind, ...values } = input
  await updateRow(db, 'station', { id, version }, values, () => stationById(db, id))
  return stationById(db, id)
}

const person = `select s.id, s.name, coalesce(p.hours, '[]') as hours, coalesce(p.away, '[]') as away, p.skills,
  coalesce(p.created_at, s.created_at) as created_at, coalesce(p.updated_at, s.updated_at) as updated_at, coalesce(p.version, 0) as version
  from staff s left join bench_person p on p.id = s.id`
/** Members who do bench work, with when and at what. */
export const people = (db: Db) =>
  db.many<BenchPerson>(`${person} where s.active and s.role <> 'counter' order by s.name collate "und-x-icu"`)
export const personById = (db: Db, id: string) => db.maybeOne<BenchPerson>(`${person} where s.id = $1`, [id])

/** Hours, days off and skills of a member; the first time they are told there is no version yet. */
export async function savePerson(
  db: Db,
  id: string,
  { version, ...input }: BenchPersonInput,
): Promise<BenchPerson | null> {
  const values = {
    ...listsIn(input, ['hours', 'away']),
    skills: input.skills === null ? null : JSON.stringify(input.skills),
  }
  if (version === undefined) await insertRow(db, 'bench_person', { id, ...values })
  else await updateRow(db, 'bench_person', { id, version }, values, () => personById(db, id))
  return personById(db, id)
}

/** So many steps back the pace of the shop is learnt from. */
const stepsTimed = 600
/** Steps with a time of their own, which nobody is slow or quick at. */
const ownTime: readonly StepKey[] = ['dry', ...drawingSteps]
/** What the last steps took, without their pauses. */
export const timedSteps = (db: Db) =>
  db.many<TimedStep>(
    `select key, minutes as planned_minutes, extract(epoch from done_at - started_at)::double precision / 60 - paused_seconds / 60.0 as real_minutes, staff_id
     from job_step where done_at is not null and skipped_reason is null and started_at is not null and key <> all($1)
     order by done_at desc limit $2`,
    [ownTime, stepsTimed],
  )

/** Work that upkeep never asks for. */
const otherKinds = jobKinds.filter((kind) => !Object.values(jobFor).includes(kind))
const usualWeeks = 12
/** Minutes a week that the shop spent on other work than upkeep asks for, over the last weeks in which any was done. */
export async function usualWork(db: Db): Promise<{ readonly weeks: number; readonly weeklyMinutes: number }> {
  const { minutes, first } = await db.one<{ minutes: number; first: number | null }>(
    `select coalesce(sum(s.minutes) filter (where j.kind = any($1) and s.key <> all($2)), 0) as minutes,
       extract(epoch from now() - min(s.done_at))::double precision / 604800 as first
     from job_step s join job j on j.id = s.job_id
     where s.done_at > now() - make_interval(weeks => $3) and s.skipped_reason is null`,
    [otherKinds, ownTime, usualWeeks],
  )
  const weeks = first === null ? 0 : Math.min(usualWeeks, Math.max(1, first))
  return { weeks: Math.round(weeks), weeklyMinutes: weeks === 0 ? 0 : minutes / weeks }
}

export const planVersion = async (db: Db) =>
  (await db.one<{ version: number }>('select version from bench_plan')).version

/** Nobody else changes the plan until this transaction ends: two who put work into the same gap would see it free. */
export const holdPlan = (db: Db) => db.one('select 1 as held from bench_plan for update')

/** Moves the plan's version on if it still is the one that was looked at. */
export const claimPlan = async (db: Db, version: number, staffId: string) =>
  (await db.run('update bench_plan set made_by = $2 where version = $1', [version, staffId])) === 1

/** The slots of the plan that the present one was taken over for. */
export const replacedSlots = async (db: Db) =>
  (await db.one<{ replaced: PlanSlot[] }>('select replaced from bench_plan')).replaced
export const keepReplaced = (db: Db, slots: readonly PlanSlot[]) =>
  db.run('update bench_plan set replaced = $1', [JSON.stringify(slots)])
/** Any change of a slot makes another plan of it. */
export const touchPlan = (db: Db) => db.run('update bench_plan set made_by = made_by')

const slotColumns = `insert into bench_slot (job_id, first_position, station_id, staff_id, starts_at, ends_at, locked)
  select * from unnest($1::uuid[], $2::integer[], $3::uuid[], $4::uuid[], $5::timestamptz[], $6::timestamptz[], $7::boolean[])`
const timeOf = (minute: number) => new Date(minute * 60_000).toISOString()

export async function addSlots(db: Db, slots: readonly PlanSlot[]): Promise<void> {
  if (slots.length === 0) return
  await db.run(slotColumns, [
    slots.map((one) => one.jobId),
    slots.map((one) => one.firstPosition),
    slots.map((one) => one.stationId),
    slots.map((one) => one.staffId ?? null),
    slots.map((one) => timeOf(one.start)),
    slots.map((one) => timeOf(one.end)),
    slots.map((one) => one.locked),
  ])
}
export const removeSlots = (db: Db, jobIds: readonly string[]) =>
  db.run('delete from bench_slot where job_id = any($1)', [jobIds])
