import type { JournalEntry, JournalPart, JournalQuestion } from '@sleetfall/contract'
import type { Db } from '../database/db.ts'
import { Conditions } from '../database/page.ts'

const cursor = /^(\d{4}-\d\d-\d\dT[\d:.]+Z) (\d{1,18})$/

/** A part of the journal, the newest first. */
export async function journalPart(db: Db, question: Partial<JournalQuestion>, limit = 50): Promise<JournalPart> {
  const { staffId, area, subjectId, from, to, before } = question
  const conditions = new Conditions()
    .when(staffId, 'j.staff_id = $?')
    .when(area, 'j.area = $?')
    .when(subjectId, 'j.subject_id = $?')
    .when(from, 'j.at >= $?::date')
    .when(to, 'j.at < $?::date + 1')
  const last = cursor.exec(before ?? '')
  if (last)
    conditions.and(`(j.at, j.id) < (${conditions.mark(last[1])}::timestamptz, ${conditions.mark(last[2])}::bigint)`)
  const items = await db.many<JournalEntry & { exactly: string }>(
    `select j.id::text as id, j.at, j.staff_id, j.staff_name, j.with_pin, j.what, j.subject_id, j.label,
       to_char(j.at at time zone 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US"Z"') as exactly,
       coalesce((select json_agg(json_build_object('ofTable', c.of_table, 'columns', c.columns) order by c.position)
                 from journal_change c where c.journal_id = j.id), '[]'::json) as changes
     from journal j ${conditions.where} order by j.at desc, j.id desc limit ${conditions.mark(limit + 1)}`,
    conditions.values,
  )
  const shown = items.slice(0, limit)
  const end = shown.at(-1)
  return {
    items: shown.map(({ exactly: _, ...entry }) => entry),
    next: items.length > limit && end ? `${end.exactly} ${end.id}` : null,
  }
}

/** Everybody who is, or was, one of the staff. */
export const journalPeople = (db: Db) =>
  db.many<{ id: string; name: string }>('select id, name from staff order by name collate "und-x-icu"')
