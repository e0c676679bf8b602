import { addDays, addMinutes, startOfDay } from 'date-fns'
import type { Span } from './schedule/types.ts'

/** A stretch of a weekday at which somebody is at work, minutes after midnight; 1 is Monday, 7 Sunday. */
export interface WeekHours {
  readonly weekday: number
  readonly from: number
  readonly to: number
}
/** Days off, both counted, as `yyyy-mm-dd`. */
export interface Away {
  readonly from: string
  readonly to: string
  readonly reason: string
}

/** Taken for whoever has not told theirs: nine to five on working days. */
export const assumedHours: readonly WeekHours[] = [1, 2, 3, 4, 5].map((weekday) => ({ weekday, from: 540, to: 1020 }))

const dayOf = (date: Date) =>
  `${date.getFullYear()}-${String(date.getMonth() + 1).padStart(2, '0')}-${String(date.getDate()).padStart(2, '0')}`
const minuteOf = (date: Date) => Math.floor(date.getTime() / 60_000)
/** A time of day: on the days on which the clocks change, what the clock says. */
const atTime = (day: Date, minutes: number) => {
  const at = startOfDay(day)
  at.setHours(Math.floor(minutes / 60), minutes % 60)
  return at
}

/**
 * When somebody is there from a moment on, for so many days, in minutes since 1970, sorted and apart; hours by the clock of the place where this
 * runs, so that a day on which the clocks change keeps its opening times.
 */
export function presence(hours: readonly WeekHours[], away: readonly Away[], fromMinute: number, days: number): Span[] {
  const first = startOfDay(addMinutes(new Date(0), fromMinute))
  const spans: Span[] = []
  for (let at = 0; at < days; at++) {
    const day = addDays(first, at)
    const name = dayOf(day)
    if (away.some((one) => one.from <= name && name <= one.to)) continue
    const own = hours.filter((one) => one.weekday === (day.getDay() || 7))
    for (const { from, to } of own) {
      const span = { from: minuteOf(atTime(day, from)), to: minuteOf(atTime(day, to)) }
      if (span.to > span.from) spans.push(span)
    }
  }
  return anyoneThere([spans])
}

/** All the stretches at which at least one is there. */
export function anyoneThere(all: readonly (readonly Span[])[]): Span[] {
  const joined: Span[] = []
  for (const span of all.flat().toSorted((a, b) => a.from - b.from)) {
    const before = joined.at(-1)
    if (before && span.from <= before.to)
      joined[joined.length - 1] = { from: before.from, to: Math.max(before.to, span.to) }
    else joined.push(span)
  }
  return joined
}

/** A closed stretch this long is a night. */
const leastNightMinutes = 240
/** Ends of the stretches of work after which nothing is done for hours. */
export const nightsOf = (hours: readonly Span[]) =>
  hours.flatMap(({ to }, at) => {
    const next = hours[at + 1]
    return next && next.from - to < leastNightMinutes ? [] : [to]
  })

/** The minute by which something promised for a day is ready: when the last goes home that day, or before it where nobody comes. */
export function closingOf(day: string, hours: readonly Span[]): number {
  const [year, month, date] = day.split('-').map(Number) as [number, number, number]
  const end = minuteOf(addDays(new Date(year, month - 1, date), 1))
  return hours.findLast(({ from }) => from < end)?.to ?? end
}
