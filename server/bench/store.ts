import type {
  BenchStrip,
  Found,
  Job,
  JobEdit,
  JobInput,
  JobQuestion,
  JobStep,
  Page,
  Station,
  StepProgress,
  WaterAlarm,
} from '@sleetfall/contract'
import { type ProcedureStep, type WorkDoubt, procedureFor, soakWater } from '@sleetfall/core'
import type { Db } from '../database/db.ts'
import { Conditions, countUpTo, orderBy, part } from '../database/page.ts'
import { insertRow, updateRow } from '../database/rows.ts'

const select = `select j.*, (select name from staff_label where id = j.assigned_to) as assigned_name, b.name as ball_name, b.cover, b.customer_id, b.customer_name, b.customer_hand,
  p.locked_until, e.name as event_name, coalesce(s.procedure, '[]') as procedure, coalesce(w.water, '[]') as water
  from job j
  join ball_label b on b.id = j.ball_id
  join ball_present p on p.ball_id = j.ball_id
  left join event_label e on e.id = j.event_id
  left join lateral (
    select json_agg(json_build_object('position', position, 'key', key, 'station', station_kind, 'minutes', minutes,
      'cautions', cautions, 'recipeStep', recipe_step, 'startedAt', started_at, 'doneAt', done_at,
      'doneBy', (select name from staff_label where id = job_step.staff_id),
      'stationName', (select name from station where id = job_step.station_id),
      'pausedSeconds', paused_seconds, 'skippedReason', skipped_reason, 'measured', measured) order by position) as procedure
    from job_step where job_id = j.id) s on true
  left join lateral (
    select json_agg(json_build_object('at', r.at, 'temperatureC', r.temperature_c, 'source', r.source) order by r.at) as water
    from (select * from job_reading where job_id = j.id order by at desc limit 40) r) w on true`

const shownDoneDays = 30

const sortedBy = {
  due: 'j.due_on',
  ball: 'b.name collate "und-x-icu"',
  customer: 'b.customer_name collate "und-x-icu"',
  state: 'j.state',
} as const

/** A part of the work that waits or runs, by due date; or of what was finished or cancelled lately, newest first. */
export async function listJobs(db: Db, question: JobQuestion): Promise<Page<Job>> {
  const { q, sort, down, ended, ballId } = question
  const asked = new Conditions()
  asked.and(ended ? `j.state in ('done', 'cancelled')` : `j.state in ('waiting', 'running')`)
  if (ended && ballId == null) asked.when(shownDoneDays, 'j.updated_at > now() - make_interval(days => $?)')
  asked.when(ballId, 'j.ball_id = $?').words(q, `concat_ws(' ', '', b.name, b.customer_name, j.kind, e.name)`)
  const total = await countUpTo(
    db,
    'job j join ball_label b on b.id = j.ball_id left join event_label e on e.id = j.event_id',
    asked,
  )
  const order = ended ? 'order by j.updated_at desc, j.id' : orderBy([sortedBy[sort], 'j.due_on', 'j.id'], down)
  const items = await db.many<Job>(`${select} ${asked.where} ${order} ${part(asked, question)}`, asked.values)
  return { items, total }
}

/** Kinds of the work that is waiting or running, by ball; only what was taken in since a time where one is given. */
export async function openJobKinds(
  db: Db,
  ballIds: readonly string[],
  since: string | null = null,
): Promise<Map<string, string[]>> {
  const rows = await db.many<{ ballId: string; kinds: string[] }>(
    `select ball_id, array_agg(kind order by due_on) as kinds from job
     where state in ('waiting', 'running') and ball_id = any($1) and ($2::timestamptz is null or created_at > $2) group by ball_id`,
    [ballIds, since],
  )
  return new Map(rows.map((row) => [row.ballId, row.kinds]))
}

/** A customer's work that is waiting or running, by the day it is promised for. */
export const dueJobs = (db: Db, customerId: string) =>
  db.many<{ id: string; ballName: string; dueOn: string }>(
    `select j.id, b.name as ball_name, j.due_on from ball_label b join job j on j.ball_id = b.id
     where b.customer_id = $1 and j.state in ('waiting', 'running') order by j.due_on, j.id`,
    [customerId],
  )

export const jobById = (db: Db, id: string) => db.maybeOne<Job>(`${select} where j.id = $1`, [id])

export async function createJob(
  db: Db,
  { reads: _reads, ...input }: JobInput,
  overridden: readonly WorkDoubt[] = [],
): Promise<Job | null> {
  await insertRow(db, 'job', { ...input, overridden: JSON.stringify(overridden) })
  await writeProcedure(db, input)
  return jobById(db, input.id)
}

/** Changes a job that still waits and writes its procedure anew. */
export async function updateWaiting(
  db: Db,
  id: string,
  version: number,
  { reads: _reads, ...edit }: Omit<JobEdit, 'version'>,
  overridden: readonly WorkDoubt[],
  current: () => Promise<unknown>,
): Promise<void> {
  await updateRow(db, 'job', { id, version }, { ...edit, overridden: JSON.stringify(overridden) }, current)
  await db.run('delete from job_step where job_id = $1', [id])
  await writeProcedure(db, { id, kind: edit.kind, steps: edit.steps })
}

/** Takes waiting work of a kind off the list; returns how much there was. */
export const withdrawWaiting = (db: Db, ballId: string, kind: Job['kind']) =>
  db.run(`update job set state = 'cancelled' where ball_id = $1 and kind = $2 and state = 'waiting'`, [ballId, kind])

/** An alarm stands until somebody has seen it; while one stands, more of the same is the same. */
export const raiseAlarm = (db: Db, id: string) =>
  db.run(
    `update job set alarm_at = now(), alarm_seen_at = null, alarm_seen_by = null
     where id = $1 and (alarm_at is null or alarm_seen_at is not null)`,
    [id],
  )
export const seeAlarm = (db: Db, id: string, staffId: string) =>
  db.run(
    `update job set alarm_seen_at = now(), alarm_seen_by = $2
     where id = $1 and alarm_at is not null and alarm_seen_at is null`,
    [id, staffId],
  )

/** Water that got too hot and that nobody has seen yet. */
const unseenAlarms = (db: Db) =>
  db.many<WaterAlarm>(
    `select j.id as job_id, b.name as ball_name, b.customer_name, j.alarm_at as at, r.temperature_c,
       (select st.name from job_step s join station st on st.id = s.station_id
        where s.job_id = j.id and s.started_at is not null order by s.position desc limit 1) as station_name
     from job j join ball_label b on b.id = j.ball_id
     join lateral (select temperature_c from job_reading where job_id = j.id and temperature_c > $1 order by at desc limit 1) r on true
     where j.alarm_at is not null and j.alarm_seen_at is null order by j.alarm_at`,
    [soakWater.stopC],
  )

async function writeProcedure(db: Db, input: Pick<JobInput, 'id' | 'kind' | 'steps'>): Promise<void> {
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
}

/** Moves a job to another state if it is still in the one and the version that the writer saw. */
export async function changeState(
  db: Db,
  id: string,
  version: number,
  change: { readonly from: readonly Job['state'][]; readonly to: Job['state'] },
): Promise<boolean> {
  const touched = await db.run(
    `update job set state = $4, paused_at = null, paused_reason = '', started_at = case when $4 = 'running' then now() else started_at end,
       done_at = case when $4 = 'done' then now() end
     where id = $1 and version = $2 and state = any($3)`,
    [id, version, change.from, change.to],
  )
  return touched === 1
}

/** Counts up the job's version, so that two people cannot run the same step. A paused job goes on by being resumed. */
export const claimJob = async (db: Db, id: string, version: number) =>
  (await db.run(
    `update job set due_on = due_on where id = $1 and version = $2 and state = 'running' and paused_at is null`,
    [id, version],
  )) === 1

/** A station of a kind that can take the ball now, or null when all are busy or closed. */
async function freeStation(db: Db, kind: ProcedureStep['station']): Promise<Station | null> {
  return db.maybeOne<Station>(
    `select id, name, kind from station s where kind = $1 and coalesce(closed_until <= now(), true) and (kind not in ('spinner', 'bath') or not exists (
       select from job_step where station_id = s.id and started_at is not null and done_at is null))
     order by name limit 1 for update skip locked`,
    [kind],
  )
}

/** Whether every station of a kind is closed, as when it is broken. */
export const allClosed = async (db: Db, kind: ProcedureStep['station']): Promise<boolean> =>
  (
    await db.one<{ closed: boolean }>(
      'select coalesce(bool_and(closed_until > now()), false) as closed from station where kind = $1',
      [kind],
    )
  ).closed

/** Puts a step on a free station of its kind; false when every one is busy or closed. */
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
    `update job_step set done_at = now(), staff_id = $3, measured = measured || $4::jsonb where job_id = $1 and position = $2`,
    [jobId, position, staffId, JSON.stringify(measured)],
  )
}

/** Stops the running step's clock, with the reason; false when the job does not run or another writer was first. */
export const pauseJob = async (db: Db, id: string, version: number | null, reason: string) =>
  (await db.run(
    `update job set paused_at = now(), paused_reason = $3
     where id = $1 and version = coalesce($2, version) and state = 'running' and paused_at is null`,
    [id, version, reason],
  )) === 1

/** Starts the clock again; the time between does not count. */
export async function resumeJob(db: Db, id: string, version: number): Promise<boolean> {
  await db.run(
    `update job_step set paused_seconds = paused_seconds + extract(epoch from now() - j.paused_at)
     from job j where j.id = $1 and j.version = $2 and j.paused_at is not null and job_step.job_id = j.id
       and job_step.started_at is not null and job_step.done_at is null`,
    [id, version],
  )
  return (
    (await db.run(
      `update job set paused_at = null, paused_reason = '' where id = $1 and version = $2 and paused_at is not null`,
      [id, version],
    )) === 1
  )
}

/** Keeps how far the running step has come; of two tablets the last one counts. */
export const keepProgress = (db: Db, jobId: string, position: number, progress: StepProgress) =>
  db.run(
    `update job_step set measured = measured || $3::jsonb
     where job_id = $1 and position = $2 and started_at is not null and done_at is null`,
    [jobId, position, JSON.stringify({ progress })],
  )

export const skipStep = (db: Db, jobId: string, position: number, staffId: string, reason: string) =>
  db.run(
    'update job_step set done_at = now(), staff_id = $3, skipped_reason = $4 where job_id = $1 and position = $2',
    [jobId, position, staffId, reason],
  )

export const setMinutes = (db: Db, jobId: string, key: string, minutes: number) =>
  db.run('update job_step set minutes = $3 where job_id = $1 and key = $2 and done_at is null', [jobId, key, minutes])

export const setTrial = (db: Db, id: string, side: 'before' | 'after', trialId: string | null) =>
  db.run(`update job set ${side === 'before' ? 'before_trial_id' : 'after_trial_id'} = $2 where id = $1`, [id, trialId])

export const addReading = (
  db: Db,
  reading: { id: string; jobId: string; position: number; temperatureC: number; source: 'typed' | 'bath' },
) => insertRow(db, 'job_reading', reading)

export const readingsOf = (db: Db, jobId: string) =>
  db.many<{ position: number; at: string; temperatureC: number }>(
    'select position, at, temperature_c from job_reading where job_id = $1 order by at',
    [jobId],
  )

/** Jobs whose ball is in the water now, with the step that runs. */
export const jobsInWater = (db: Db, keys: readonly string[]) =>
  db.many<{
    id: string
    position: number
    key: string
    minutes: number
    pausedAt: string | null
    lastC: number | null
    lastAt: string | null
  }>(
    `select j.id, s.position, s.key, s.minutes, j.paused_at, r.temperature_c as last_c, r.at as last_at
     from job j join job_step s on s.job_id = j.id and s.started_at is not null and s.done_at is null
     left join lateral (select temperature_c, at from job_reading where job_id = j.id and source = 'bath' order by at desc limit 1) r on true
     where j.state = 'running' and s.station_kind = 'bath' and s.key = any($1)`,
    [keys],
  )

/**
 * Takes the running step off its station and makes the one before it current again, on the station and with the timer
 * that it had. Breaks the one-ball constraint, and so is refused, when another ball has taken that station since.
 */
export async function reopenStep(db: Db, jobId: string, position: number): Promise<void> {
  await db.run(
    `update job_step set started_at = null, done_at = null, station_id = null, measured = '{}', paused_seconds = 0, skipped_reason = null
     where job_id = $1 and position > $2`,
    [jobId, position],
  )
  await db.run(
    `update job_step set done_at = null, measured = '{}', skipped_reason = null where job_id = $1 and position = $2`,
    [jobId, position],
  )
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
    Station & {
      jobId: string | null
      ballName: string
      key: ProcedureStep['key']
      startedAt: string
      minutes: number
      pausedSeconds: number
      pausedAt: string | null
      pausedReason: string
      closedUntil: string | null
    }
  >(
    `select s.id, s.name, s.kind, case when s.closed_until > now() then s.closed_until end as closed_until, r.job_id, r.ball_name, r.key, r.started_at, r.minutes, r.paused_seconds, r.paused_at, r.paused_reason
     from station s left join lateral (
       select st.job_id, b.name as ball_name, st.key, st.started_at, st.minutes, st.paused_seconds, j.paused_at, j.paused_reason
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
  const stations = rows.map(({ id, name, kind, closedUntil, jobId, ballName, key, ...times }) => ({
    id,
    name,
    kind,
    closedUntil,
    job: jobId === null ? null : { id: jobId, ballName, stepKey: key, ...times },
  }))
  return { stations, alarms: await unseenAlarms(db), next, waiting, serverTime: new Date().toISOString() }
}

export function searchJobs(db: Db, text: string): Promise<Found[]> {
  const asked = new Conditions()
    .and(`j.state in ('waiting', 'running')`)
    .words(text, `concat_ws(' ', '', b.name, b.customer_name, j.kind)`)
  return db.many(
    `select 'job' as kind, j.id, b.name as title, j.kind as work, b.customer_name, j.due_on, b.customer_id
     from job j join ball_label b on b.id = j.ball_id ${asked.where} order by j.due_on limit 4`,
    asked.values,
  )
}
