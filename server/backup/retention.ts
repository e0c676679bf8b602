import { getISOWeek, getISOWeekYear } from 'date-fns'

/** How many are kept: all of the last hours, and the latest of so many days, weeks and months. */
export const kept = { hours: 48, days: 7, weeks: 5, months: 12 } as const

const dayOf = (date: Date) => `${date.getFullYear()}-${date.getMonth()}-${date.getDate()}`
const weekOf = (date: Date) => `${getISOWeekYear(date)}-${getISOWeek(date)}`
const monthOf = (date: Date) => `${date.getFullYear()}-${date.getMonth()}`

/**
 * Of some backups those that stay, newest first: all of the last two days before the newest, so that what somebody made by hand is not gone with the next
 * one; and the latest of each of the last seven days, five weeks and twelve months that have one. Days
 * without a backup do not count, so that a shop that was closed for a month keeps what it has.
 */
export function staying<B extends { readonly madeAt: string }>(backups: readonly B[]): B[] {
  const sorted = backups.toSorted((a, b) => (a.madeAt < b.madeAt ? 1 : -1))
  const newest = Date.parse(sorted[0]?.madeAt ?? '')
  const stay = new Set(sorted.filter(({ madeAt }) => Date.parse(madeAt) > newest - kept.hours * 3_600_000))
  for (const [nameOf, most] of [
    [dayOf, kept.days],
    [weekOf, kept.weeks],
    [monthOf, kept.months],
  ] as const) {
    const seen = new Set<string>()
    for (const backup of sorted) {
      const name = nameOf(new Date(backup.madeAt))
      if (seen.has(name)) continue
      if (seen.size === most) break
      seen.add(name)
      stay.add(backup)
    }
  }
  return sorted.filter((backup) => stay.has(backup))
}
