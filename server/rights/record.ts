import type { Db } from '../database/db.ts'
import { notFound } from '../http/errors.ts'

export const recordFormat = 'sleetfall-customer/1'

type Row = Readonly<Record<string, unknown>> & { readonly id?: string }

/** Columns that say nothing of the customer: who of the staff wrote it down, how often it was changed, keys. */
const leftOut = new Set(['staffId', 'version', 'updatedAt', 'secretHash', 'assignedTo', 'alarmSeenBy', 'seq'])
const told = (row: Row): Row => Object.fromEntries(Object.entries(row).filter(([name]) => !leftOut.has(name)))

/**
 * Everything that the shop holds of one customer, as they may ask for it: what was recorded, not what is computed from it. Photos are in it
 * in base64. Throws not-found.
 */
export async function recordOf(db: Db, id: string) {
  const rows = async (sql: string): Promise<Row[]> => (await db.many<Row>(sql, [id])).map(told)
  const [customer] = await rows('select * from customer where id = $1')
  if (!customer) throw notFound('record')
  const ofBalls = 'ball_id in (select id from ball where customer_id = $1)'
  const ofTrials = 'trial_id in (select id from trial where customer_id = $1)'
  const ofJobs = `job_id in (select id from job where ${ofBalls})`
  return {
    format: recordFormat,
    madeAt: new Date().toISOString(),
    shop: (await db.one<{ name: string }>('select name from shop')).name,
    customer,
    gripSheets: await rows('select * from grip_sheet where customer_id = $1 order by created_at, id'),
    balls: await rows('select * from ball where customer_id = $1 order by name, id'),
    history: await rows(`select * from ball_event where ${ofBalls} order by happened_at, seq`),
    photos: await rows(
      `select id, ball_id, content_type, caption, looks, created_at, encode(bytes, 'base64') as base64 from ball_photo where ${ofBalls} order by created_at, id`,
    ),
    jobs: await rows(`select * from job where ${ofBalls} order by created_at, id`),
    jobSteps: await rows(`select * from job_step where ${ofJobs} order by job_id, position`),
    jobReadings: await rows(`select * from job_reading where ${ofJobs} order by at, id`),
    predictions: await rows('select * from prediction where customer_id = $1 order by created_at, id'),
    calibrations: await rows(`select * from calibration where ${ofBalls} order by created_at, id`),
    trials: await rows('select * from trial where customer_id = $1 order by started_at, id'),
    trialArms: await rows(`select * from trial_arm where ${ofTrials} order by trial_id, arm`),
    shots: await rows(`select * from shot where ${ofTrials} or bowler_id = $1 order by thrown_at, sequence`),
    verdicts: await rows(`select * from trial_verdict where ${ofTrials} order by created_at, id`),
    diagnoses: await rows('select * from diagnosis where customer_id = $1 order by created_at, id'),
    forecasts: await rows('select * from coverage_forecast where customer_id = $1 order by created_at, id'),
    events: await rows(
      'select e.id, e.name, e.kind, e.place, e.starts_on, e.ends_on from event e join event_entry n on n.event_id = e.id where n.customer_id = $1 order by e.starts_on, e.id',
    ),
    bags: await rows('select * from event_bag where customer_id = $1 order by id'),
    wanted: await rows('select * from wanted_ball where customer_id = $1 order by id'),
    schools: await rows('select * from upkeep_policy where customer_id = $1 order by id'),
    messages: await rows('select * from outbox_message where customer_id = $1 order by created_at, id'),
    links: await rows(
      'select id, created_at, expires_on, revoked_at from upkeep_link where customer_id = $1 order by created_at',
    ),
    journal: await rows(
      `select at, what, label from journal where subject_id = $1 or subject_id in (select id from ball where customer_id = $1) order by at`,
    ),
  }
}
