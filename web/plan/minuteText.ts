import { dayText } from '../controls/days.ts'
import { clockOf, dayOfMinute } from './board.ts'

/** A minute of the plan (since 1970) as a day and a time: `Mon 30 Nov 10:24`. */
export const minuteText = (minute: number): string => `${dayText(dayOfMinute(minute))} ${clockOf(minute)}`
