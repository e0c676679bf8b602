/** Adds days to a calendar day, without time zones. */
export function addDays(day: string, days: number): string {
  const date = new Date(`${day}T00:00:00Z`)
  date.setUTCDate(date.getUTCDate() + days)
  return date.toISOString().slice(0, 10)
}

/** Today as a calendar day where the server stands. */
export function today(now = new Date()): string {
  const two = (n: number) => String(n).padStart(2, '0')
  return `${now.getFullYear()}-${two(now.getMonth() + 1)}-${two(now.getDate())}`
}

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
  const days = Math.round((Date.parse(from) - Date.parse(event.startsOn)) / 86_400_000)
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
const startOf = (day: string) => new Date(`${day}T00:00:00`).getTime()

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
