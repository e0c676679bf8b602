import { addDays } from '../events/nextDay.ts'

/** Calendar day that a shop file means by `2031-04-09`, `today`, `today-12` or `today+30`. */
export function resolveDay(text: string, today: string): string {
  const relative = /^today([+-]\d+)?$/.exec(text)
  return relative ? addDays(today, Number(relative[1] ?? 0)) : text
}

/** Moment of a calendar day and a time of day where the server stands, as an ISO text. */
export const momentOf = (day: string, time: string) => new Date(`${day}T${time}:00`).toISOString()
