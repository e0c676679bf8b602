import type { BenchStrip, Found, Job, JobInput, JobStep, Station } from '@sleetfall/contract'
import { type ProcedureStep, procedureFor } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { like } from '../database/like.ts'
import { insertRow } from '../database/rows.ts'

const select = `select j.*, b.name as ball_name, b.customer_id, b.customer_name, b.customer_hand,
  e.name as event_name, coalesce(s.procedure, '[]') as procedure
  from job j
  join ball_label b on b.id = j.ball_id
  left join event_label e on e.id = j.event_id
  left join lateral (
    select json_agg(json_build_object('position', position, 'key', key, 'station', station_kind, 'minutes', minutes,
      'cautions', cautions, 'recipeStep', recipe_step, 'startedAt', started_at, 'doneAt', done_at,
      'doneBy', (select name from staff_label where id = job_step.staff_id)) order by position) as procedure
    from job_step where job_id = j.id) s on true`

const shownDoneDays = 30

/** Open jobs by due date, then what was finished or cancelled lately. */
export const listJobs = (db: Db) =>
  db.many<Job>(
    `${select} where j.state in ('waiting', 'running') or j.updated_at > now() - make_interval(days => $1)
     order by (j.state in ('waiting', 'running')) desc, case when j.state in ('waiting', 'running') then j.due_on end,
       j.updated_at desc`,
    [shownDoneDays],
  )

export const jobById = (db: Db, id: string) => db.maybeOne<Job>(`${select} where j.id = $1`, [id])

export async function createJob(db: Db, input: JobInput): Promise<Job | null> {
  await insertRow(db, 'job', input)
  const procedure = procedureFor(input.kind, input.steps ?? [])
  for (const [position, step] of procedure.entries()) {
    const { key, station, minutes, cautions, recipeStep } = step
    await insertRow(db, 'job_step', {
      jobId: input.id,
      position,
      key,
      stationKind: station,
      minutes,
      cautions: JSON.stringify(cautions),
      recipeStep,
    })
  }
  return jobById(db, input.id)
}

/** Moves a job to another state if it is still in the one and the version that the writer saw. */
export async function changeState(
  db: Db,
  id: string,
  version: number,
  change: { readonly from: readonly Job['state'][]; readonly to: Job['state'] },
): Promise<boolean> {
  const touched = await db.run(
    `update job set state = $4, started_at = case when $4 = 'running' then now() else started_at end,
       done_at = case when $4 = 'done' then now() end
     where id = $1 and version = $2 and state = any($3)`,
    [id, version, change.from, change.to],
  )
  return touched === 1
}

/** Counts up the job's version, so that two people cannot run the same step. */
export const claimJob = async (db: Db, id: string, version: number) =>
  (await db.run(`update job set due_on = due_on where id = $1 and version = $2 and state = 'running'`, [
    id,
    version,
  ])) === 1

/** A station of a kind that can take the ball now, or null when all are busy. */
async function freeStation(db: Db, kind: ProcedureStep['station']): Promise<Station | null> {
  return db.maybeOne<Station>(
    `select id, name, kind from station s where kind = $1 and (kind not in ('spinner', 'bath') or not exists (
       select from job_step where station_id = s.id and started_at is not null and done_at is null))
     order by name limit 1 for update skip locked`,
    [kind],
  )
}

/** Puts a step on a free station of its kind; false when every one is busy. */
export async function beginStep(db: Db, jobId: string, step: JobStep): Promise<boolean> {
  const station = await freeStation(db, step.station)
  if (!station) return false
  await db.run('update job_step set started_at = now(), station_id = $3 where job_id = $1 and position = $2', [
    jobId,
    step.position,
    station.id,
  ])
  return true
}

export async function finishStep(
  db: Db,
  jobId: string,
  position: number,
  staffId: string,
  measured: object,
): Promise<void> {
  await db.run(
    `update job_step set done_at = now(), staff_id = $3, measured = $4 where job_id = $1 and position = $2`,
    [jobId, position, staffId, JSON.stringify(measured)],
  )
}

/**
 * Takes the running step off its station and makes the one before it current again, on the station and with the timer
 * that it had. Breaks the one-ball constraint, and so is refused, when another ball has taken that station since.
 */
export async function reopenStep(db: Db, jobId: string, position: number): Promise<void> {
  await db.run(
    `update job_step set started_at = null, done_at = null, station_id = null, measured = '{}'
     where job_id = $1 and position > $2`,
    [jobId, position],
  )
  await db.run(`update job_step set done_at = null, measured = '{}' where job_id = $1 and position = $2`, [
    jobId,
    position,
  ])
}

/** Frees the stations of a job that ends before its last step. */
export async function leaveStations(db: Db, jobId: string): Promise<void> {
  await db.run(
    'update job_step set started_at = null, station_id = null where job_id = $1 and started_at is not null and done_at is null',
    [jobId],
  )
}

export async function measuredOf(db: Db, jobId: string): Promise<{ key: string; measured: Record<string, unknown> }[]> {
  return db.many('select key, measured from job_step where job_id = $1 order by position', [jobId])
}

export async function benchStrip(db: Db): Promise<BenchStrip> {
  const rows = await db.many<
    Station & { jobId: string | null; ballName: string; key: ProcedureStep['key']; startedAt: string; minutes: number }
  >(
    `select s.id, s.name, s.kind, r.job_id, r.ball_name, r.key, r.started_at, r.minutes
     from station s left join lateral (
       select st.job_id, b.name as ball_name, st.key, st.started_at, st.minutes
       from job_step st join job j on j.id = st.job_id and j.state = 'running' join ball_label b on b.id = j.ball_id
       where st.station_id = s.id and st.started_at is not null and st.done_at is null
       order by st.started_at limit 1) r on true
     order by array_position(array['intake', 'spinner', 'bath', 'dry-rack', 'shelf'], s.kind), s.name`,
  )
  const next = await db.maybeOne<NonNullable<BenchStrip['next']>>(
    `select j.id, b.name as ball_name, b.customer_name, j.due_on
     from job j join ball_label b on b.id = j.ball_id
     where j.state in ('waiting', 'running') order by j.due_on, j.created_at limit 1`,
  )
  const { waiting } = await db.one<{ waiting: number }>(
    `select count(*)::int as waiting from job where state = 'waiting'`,
  )
  const stations = rows.map(({ id, name, kind, jobId, ballName, key, startedAt, minutes }) => ({
    id,
    name,
    kind,
    job: jobId === null ? null : { id: jobId, ballName, stepKey: key, startedAt, minutes },
  }))
  return { stations, next, waiting, serverTime: new Date().toISOString() }
}

export const searchJobs = (db: Db, text: string) =>
  db.many<Found>(
    `select 'job' as kind, j.id, b.name as title, j.kind || ' · ' || b.customer_name || ' · due ' || j.due_on as detail, b.customer_id
     from job j join ball_label b on b.id = j.ball_id
     where j.state in ('waiting', 'running') and (b.name ilike $1 or b.customer_name ilike $1) order by j.due_on limit 4`,
    [like(text)],
  )
