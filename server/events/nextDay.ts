import { addDays as daysAdded, differenceInCalendarDays, formatISO, parseISO } from 'date-fns'

const dayText = (date: Date) => formatISO(date, { representation: 'date' })

/** Adds days to a calendar day. */
export const addDays = (day: string, days: number): string => dayText(daysAdded(parseISO(day), days))

/** Today as a calendar day where the server stands. */
export const today = (now = new Date()): string => dayText(now)

/**
 * Next day of play on or after `from`: a tournament plays on each day, a league on the first day's weekday until its
 * last day. Null when it is over.
 */
export function nextPlayDay(
  event: { readonly kind: 'league' | 'tournament'; readonly startsOn: string; readonly endsOn: string },
  from: string,
): string | null {
  if (from > event.endsOn) return null
  if (from <= event.startsOn) return event.startsOn
  if (event.kind === 'tournament') return from
  const days = differenceInCalendarDays(parseISO(from), parseISO(event.startsOn))
  const next = addDays(event.startsOn, Math.ceil(days / 7) * 7)
  return next <= event.endsOn ? next : null
}

/** Play of an event that lies ahead. */
export interface PlayAhead {
  readonly kind: 'league' | 'tournament'
  readonly endsOn: string
  readonly nextOn: string
}

/** Start of a calendar day where the server stands. */
const startOf = (day: string) => parseISO(day).getTime()

/** Starts of play that lies ahead, each tournament and each league night of the next weeks; earliest first. */
export function startsOf(plays: readonly PlayAhead[]): number[] {
  return plays
    .flatMap(({ kind, nextOn, endsOn }) => {
      const nights = kind === 'league' ? [0, 7, 14] : [0]
      return nights.map((days) => addDays(nextOn, days)).filter((day) => day <= endsOn)
    })
    .map(startOf)
    .sort((a, b) => a - b)
}
