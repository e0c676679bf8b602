import { addDays, differenceInCalendarDays, differenceInHours, format, formatDistanceStrict, parseISO } from 'date-fns'
import { nowDate } from '../http/clock.ts'
import { spoken } from '../i18n.ts'

/** How each language writes a day of this year, and one of another. */
const dayForms = {
  en: { near: 'EEE d MMM', far: 'd MMM yyyy', short: 'd MMM', paper: 'EEE d MMM yyyy' },
  de: { near: 'EEEEEE d. MMM', far: 'd. MMM yyyy', short: 'd. MMM', paper: 'EEEEEE d. MMM yyyy' },
} as const

/** German months are cut with a full stop, which at the end of a sentence would stand there twice. */
const written = (date: Date | number, form: string) => format(date, form).replace(/(?<=\p{L})\./gu, '')

/** Calendar day or moment as `Tue 24 Nov` or `Di 24. Nov`, with the year when it is another one. */
export function dayText(iso: string): string {
  const date = parseISO(iso)
  const forms = dayForms[spoken.value]
  return written(date, date.getFullYear() === nowDate().getFullYear() ? forms.near : forms.far)
}

/** A day on paper, which is kept for years: `Tue 24 Nov 2026`. */
export const paperDay = (at: Date | number = nowDate()) => written(at, dayForms[spoken.value].paper)

/** From the first day to the last; one day alone where they are the same. */
export const daysText = (from: string, to: string) =>
  from === to ? dayText(from) : `${dayText(from)} – ${dayText(to)}`

/** A day without its weekday: `24 Nov`, `24. Nov`. */
export const shortDay = (at: Date | number) => written(at, dayForms[spoken.value].short)

/** The days about today, which have names; the browser's own format for them takes longer to be made than a page. */
const nearDays = {
  en: { [-1]: 'yesterday', 0: 'today', 1: 'tomorrow' },
  de: { [-1]: 'gestern', 0: 'heute', 1: 'morgen' },
} as const

/** How a day lies to today: `today`, `in 3 days`, `2 days ago`. */
export function fromToday(iso: string): string {
  const now = nowDate()
  const days = differenceInCalendarDays(parseISO(iso), now)
  if (days === -1 || days === 0 || days === 1) return nearDays[spoken.value][days]
  return formatDistanceStrict(addDays(now, days), now, { addSuffix: true, unit: 'day' })
}

/** How long ago a moment was; from a day to a month in days as a calendar counts them, for beside it stands the day. */
export function agoText(iso: string): string {
  const [at, now] = [parseISO(iso), nowDate()]
  const days = differenceInCalendarDays(now, at)
  return differenceInHours(now, at) < 24 || days > 28
    ? formatDistanceStrict(at, now, { addSuffix: true })
    : formatDistanceStrict(addDays(now, -days), now, { addSuffix: true, unit: 'day' })
}
export const timeText = (iso: string) => format(parseISO(iso), 'HH:mm')
export const todayText = () => format(nowDate(), 'yyyy-MM-dd')
