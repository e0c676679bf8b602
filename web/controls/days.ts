import { differenceInCalendarDays, format, formatDistanceStrict, parseISO } from 'date-fns'
import { nowDate } from '../http/clock.ts'

/** Calendar day or moment as `Tue 24 Nov`, with the year when it is another one. */
export function dayText(iso: string): string {
  const date = parseISO(iso)
  return format(date, date.getFullYear() === nowDate().getFullYear() ? 'EEE d MMM' : 'd MMM yyyy')
}

/** From the first day to the last; one day alone where they are the same. */
export const daysText = (from: string, to: string) =>
  from === to ? dayText(from) : `${dayText(from)} – ${dayText(to)}`

const relative = new Intl.RelativeTimeFormat('en', { numeric: 'auto' })

/** How a day lies to today: `today`, `in 3 days`, `2 days ago`. */
export const fromToday = (iso: string) => relative.format(differenceInCalendarDays(parseISO(iso), nowDate()), 'day')

export const agoText = (iso: string) => formatDistanceStrict(parseISO(iso), nowDate(), { addSuffix: true })
export const timeText = (iso: string) => format(parseISO(iso), 'HH:mm')
export const todayText = () => format(nowDate(), 'yyyy-MM-dd')
