import type { AheadWeek } from '@sleetfall/contract'

const tenth = (value: number) => Math.round(value * 10) / 10
/** Minutes as hours, to what they are worth. */
export const hoursOf = (minutes: number) => (minutes >= 600 ? Math.round(minutes / 60) : tenth(minutes / 60))

/** All that a week asks of the bench, minutes. */
export const askedInAll = (week: AheadWeek) => week.plannedMinutes + week.minutes + week.usualMinutes

/** Share of the people's time that a week asks for; null where nobody is there. */
export const shareOf = (week: AheadWeek) => (week.thereMinutes > 0 ? askedInAll(week) / week.thereMinutes : null)

/** How a week stands: nobody is there and nothing is asked, or something is; beyond what it has room for, near it, or with room. */
export type WeekState = 'away' | 'closed' | 'over' | 'tight' | 'room'
const tightFrom = 0.7
export function stateOf(week: AheadWeek): WeekState {
  const share = shareOf(week)
  if (share === null) return askedInAll(week) > 0 || week.visits > 0 ? 'closed' : 'away'
  const spinner = week.spinnerThereMinutes > 0 ? week.spinnerMinutes / week.spinnerThereMinutes : 0
  if (week.over > 0 || share > 1) return 'over'
  return Math.max(share, spinner) >= tightFrom ? 'tight' : 'room'
}
