import type { Db } from '../database/db.ts'
import { notFound } from '../http/errors.ts'
import { openHistory } from '../http/mending.ts'
import { settleMine } from '../present/settle.ts'
import { customerById } from '../customers/store.ts'

/** What stands where a name stood; an id's first letters tell two apart. */
export const forgottenName = (id: string) => `Forgotten ${id.slice(0, 8)}`
/** What is said in words in a ball's history, besides what was measured. */
const saidInHistory = `array['note', 'reason']`

/**
 * Forgets who a customer is. What names them goes: name, contact, notes, photos, hand measures, messages, links, entries, bags, what was said
 * in words, and the journal's copies of all that. What was measured stays under a made-up name, since wear, oil and cover models rest on it.
 * It cannot be undone. Backups of before still hold it until they are let go.
 */
export async function forgetCustomer(db: Db, id: string): Promise<string> {
  const before = await customerById(db, id)
  if (!before) throw notFound('record')
  const name = forgottenName(id)
  await openHistory(db)
  // Nothing of what is forgotten now may come into the journal by being forgotten.
  await db.run(`select set_config('sleetfall.journal', '', true), set_config('sleetfall.forgetting', 'on', true)`)
  const run = (sql: string) => db.run(sql, sql.includes('$2') ? [id, name] : [id])
  const ofBalls = 'ball_id in (select id from ball where customer_id = $1)'
  const ofTrials = 'trial_id in (select id from trial where customer_id = $1)'
  const about = `(select $1::uuid as id union select id from ball where customer_id = $1 union select id from job where ${ofBalls}
    union select id from trial where customer_id = $1 union select id from diagnosis where customer_id = $1
    union select id from outbox_message where customer_id = $1 union select id from wanted_ball where customer_id = $1
    union select id from upkeep_link where customer_id = $1 union select id from shot where ${ofTrials})`
  await run(
    `with recursive
       -- Records that were merged into this one had the name too.
       merged as (
         select $1::uuid as id
         union
         select c.row_id::uuid from merged m
           join journal j on j.subject_id = m.id and j.what = 'POST /customers/:id/merge'
           join journal_change c on c.journal_id = j.id and c.of_table = 'customer'
           where c.columns ? 'name' and c.columns -> 'name' ->> 1 is null),
       records as (select id from merged union select id from ${about} as own),
       blanked as (update journal set label = '' where subject_id in (select id from records) and label <> '')
     delete from journal_change where row_id in (select id::text from records)
       or journal_id in (select id from journal where subject_id in (select id from records))`,
  )
  for (const table of [
    'grip_sheet',
    'outbox_message',
    'upkeep_link',
    'event_entry',
    'event_bag',
    'wanted_ball',
    'upkeep_visit',
    'coverage_kept',
  ])
    await run(`delete from ${table} where customer_id = $1`)
  await run(`delete from ball_photo where ${ofBalls}`)
  await run(
    `update customer set name = $2, distinction = '', contact = '', note = '', junior = false, retired_on = coalesce(retired_on, current_date) where id = $1`,
  )
  await run(`update ball set note = '', retired_on = coalesce(retired_on, current_date) where customer_id = $1`)
  await run(
    `update ball_event set payload = payload || (select jsonb_object_agg(key, '') from unnest(${saidInHistory}) key where payload ? key)
     where ${ofBalls} and payload ?| ${saidInHistory}`,
  )
  await run(`update job set reason = '', override_reason = '', paused_reason = '' where ${ofBalls}`)
  await run(
    `update job_step set skipped_reason = case when skipped_reason is not null then '–' end where job_id in (select id from job where ${ofBalls})`,
  )
  await run(`update trial set question = $2, lane = '' where customer_id = $1`)
  // An arm that is somebody who throws is called by their name.
  await run(`update trial_arm set label = $2 where bowler_id = $1`)
  await run(
    `update shot set note = '', move_reason = '', set_aside_reason = case when set_aside_reason is not null then '–' end where ${ofTrials} or bowler_id = $1`,
  )
  await run(`delete from shot_before where ${ofTrials}`)
  await run(`update trial_verdict set observation = '' where ${ofTrials}`)
  await run(`update diagnosis set observation = '' where customer_id = $1`)
  await settleMine(db)
  return name
}
