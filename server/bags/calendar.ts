import { type BowlingEvent, said } from '@sleetfall/contract'
import { english } from '@sleetfall/contract/english'
import { parseISO } from 'date-fns'
import ical, { ICalAlarmType, type ICalCalendar } from 'ical-generator'
import { dueJobs } from '../bench/store.ts'
import type { Db } from '../database/db.ts'
import { addDays } from '../events/nextDay.ts'
import { eventsAhead } from '../events/store.ts'

/** Reminders before what has to be done: a day. */
const dayBeforeS = 86_400
/** Hours that a squad takes where nobody said (assumed), by its games. */
const hoursOf = (games: number | null | undefined) => Math.max(2, Math.ceil((games ?? 3) * 0.75))

const opened = (name: string): ICalCalendar => ical({ name, prodId: { company: 'Sleetfall', product: 'calendar' } })
/** A calendar day from midnight to midnight, wherever it is read. */
const wholeDay = (from: string, to = from) => ({
  ...{ start: parseISO(from), end: parseISO(addDays(to, 1)), allDay: true, floating: true },
})

function addEvent(calendar: ICalCalendar, event: BowlingEvent): void {
  const { id, name, place, squads, games, startsOn, endsOn, entryClosesOn, kind, nextOn } = event
  const common = { summary: name, location: place || null, description: event.format || null }
  for (const [i, { name: squad, on, at }] of squads.entries()) {
    const start = parseISO(`${on}T${at}:00`)
    const end = new Date(start.getTime() + hoursOf(games) * 3_600_000)
    const summary = squad ? english(said('calendar.squad', { name, squad })) : name
    calendar.createEvent({ ...common, id: `${id}-${i}`, summary, start, end, floating: true })
  }
  // A league is its next night; an event without squads its days.
  if (squads.length === 0)
    calendar.createEvent({
      ...common,
      id,
      ...(kind === 'league' && nextOn ? wholeDay(nextOn) : wholeDay(startsOn, endsOn)),
    })
  if (entryClosesOn)
    calendar
      .createEvent({
        id: `${id}-entry`,
        summary: english(said('calendar.entryCloses', { name })),
        ...wholeDay(entryClosesOn),
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: dayBeforeS })
}

/** One event as an iCalendar file (RFC 5545). */
export function calendarOfEvent(event: BowlingEvent): string {
  const calendar = opened(event.name)
  addEvent(calendar, event)
  return calendar.toString()
}

/** A customer's events ahead and what is due on the bench before them, as an iCalendar file. */
export async function calendarOfCustomer(
  db: Db,
  { id, name }: { readonly id: string; readonly name: string },
): Promise<string> {
  const calendar = opened(name)
  for (const event of await eventsAhead(db, [id])) addEvent(calendar, event)
  for (const job of await dueJobs(db, id))
    calendar
      .createEvent({
        id: job.id,
        summary: english(said('calendar.ready', { name: job.ballName })),
        ...wholeDay(job.dueOn),
      })
      .createAlarm({ type: ICalAlarmType.display, trigger: dayBeforeS })
  return calendar.toString()
}
