import { createHash, randomBytes } from 'node:crypto'
import { type BenchPlan, said } from '@sleetfall/contract'
import { english } from '@sleetfall/contract/english'
import ical from 'ical-generator'
import type { Db } from '../database/db.ts'
import { readPlan } from './plan.ts'

const hashOf = (secret: string) => createHash('sha256').update(secret).digest('hex')

/** Makes a member's address anew; the one before holds no longer. Told once. */
export async function makePlanLink(db: Db, staffId: string): Promise<string> {
  const secret = randomBytes(18).toString('base64url')
  await db.run(
    `insert into plan_link (staff_id, secret_hash) values ($1, $2) on conflict (staff_id) do update set secret_hash = excluded.secret_hash`,
    [staffId, hashOf(secret)],
  )
  return secret
}
/** Since when a member's address holds; null when there is none. */
export async function planLinkSince(db: Db, staffId: string): Promise<string | null> {
  const link = await db.maybeOne<{ since: string }>('select updated_at as since from plan_link where staff_id = $1', [
    staffId,
  ])
  return link?.since ?? null
}
export const endPlanLink = (db: Db, staffId: string) => db.run('delete from plan_link where staff_id = $1', [staffId])

/** Member behind an address that holds and who still works here; null for any other. */
export const planLinkHolder = (db: Db, secret: string) =>
  db.maybeOne<{ id: string; name: string }>(
    'select s.id, s.name from plan_link l join staff s on s.id = l.staff_id where l.secret_hash = $1 and s.active',
    [hashOf(secret)],
  )

/** What somebody does with one ball in one go is one entry: pauses up to this long, min, lie within it. */
const sameGoMinutes = 10

interface Entry {
  readonly jobId: string
  readonly first: number
  readonly chain: string
  readonly stations: Set<string>
  readonly start: number
  end: number
}

/** A member's work in the plan, ball by ball in order of time. */
export function entriesOf(plan: BenchPlan, staffId: string): Entry[] {
  const entries: Entry[] = []
  for (const slot of plan.slots.filter((one) => one.person === staffId).toSorted((a, b) => a.start - b.start)) {
    const work = plan.works.find((one) => one.chain === slot.job && one.index === slot.index)
    if (!work) continue
    const before = entries.findLast((one) => one.jobId === work.jobId)
    if (before && slot.start - before.end <= sameGoMinutes) {
      before.end = Math.max(before.end, slot.end)
      before.stations.add(slot.station)
    } else
      entries.push({
        jobId: work.jobId,
        first: work.first,
        chain: slot.job,
        stations: new Set([slot.station]),
        start: slot.start,
        end: slot.end,
      })
  }
  return entries
}

/** A member's part of the plan as an iCalendar file (RFC 5545). */
export async function calendarOfMember(
  db: Db,
  { id, name }: { readonly id: string; readonly name: string },
): Promise<string> {
  const plan = await readPlan(db)
  const calendar = ical({
    name: english(said('calendar.benchOf', { name })),
    prodId: { company: 'Sleetfall', product: 'calendar' },
  })
  for (const entry of entriesOf(plan, id)) {
    const chain = plan.chains.find((one) => one.id === entry.chain)
    const kind = plan.works.find((one) => one.jobId === entry.jobId)?.kind
    if (!chain || !kind) continue
    calendar.createEvent({
      id: `${entry.jobId}-${entry.first}`,
      summary: english(said('calendar.benchWork', { ball: chain.ballName, work: said(`works.${kind}`) })),
      description: english(said('calendar.benchFor', { name: chain.customerName, day: chain.dueOn })),
      location: [...entry.stations]
        .map((station) => plan.stations.find((one) => one.id === station)?.name ?? '')
        .join(', '),
      start: new Date(entry.start * 60_000),
      end: new Date(entry.end * 60_000),
    })
  }
  return calendar.toString()
}
