import type { WeekHours } from '@sleetfall/core'
import { spoken } from '../i18n.ts'

/** Monday first: 2024-01-01 was one. */
export const weekdayNames = () =>
  Array.from({ length: 7 }, (_, at) =>
    new Intl.DateTimeFormat(spoken.value, { weekday: 'short' }).format(new Date(2024, 0, 1 + at)),
  )
export const clockOfDay = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, '0')}:${String(minutes % 60).padStart(2, '0')}`
export const minutesOfClock = (text: string) => {
  const [hours, minutes] = text.split(':').map(Number)
  return Number.isInteger(hours) && Number.isInteger(minutes) ? 60 * hours! + minutes! : null
}

/** Hours of a week, days with the same ones together: `Mon, Wed 10:00–18:00`. */
export function hoursText(hours: readonly WeekHours[]): string {
  const names = weekdayNames()
  const days = new Map<string, number[]>()
  for (const weekday of [1, 2, 3, 4, 5, 6, 7]) {
    const own = hours
      .filter((one) => one.weekday === weekday)
      .toSorted((a, b) => a.from - b.from)
      .map((one) => `${clockOfDay(one.from)}–${clockOfDay(one.to)}`)
      .join(' + ')
    if (own) days.set(own, [...(days.get(own) ?? []), weekday])
  }
  return [...days].map(([own, on]) => `${on.map((day) => names[day - 1]).join(', ')} ${own}`).join('; ')
}
