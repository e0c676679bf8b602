import type { JournalChange } from '@sleetfall/contract'
import { dayText, timeText } from '../controls/days.ts'

export interface ChangeText {
  readonly column: string
  /** Null: nothing. */
  readonly before: string | null
  readonly after: string | null
}

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
const moment = /^\d{4}-\d\d-\d\dT\d\d:\d\d/
const longest = 60

/** Words for a box that is ticked or not. */
export type YesNo = Readonly<Record<'yes' | 'no', string>>

function valueText(value: unknown, words: YesNo): string | null {
  if (value === null || value === undefined || value === '') return null
  if (typeof value === 'boolean') return words[value ? 'yes' : 'no']
  if (typeof value === 'number') return String(value)
  // Ids, lists and what is made of parts are in the table; read out they say nothing.
  if (typeof value !== 'string' || uuid.test(value)) return unread
  if (moment.test(value)) return `${dayText(value)} ${timeText(value)}`
  return value.length > longest ? `${value.slice(0, longest)}…` : value
}

/** What stands for a value that says nothing when it is read out. */
export const unread = '…'

/** Changes of a write as they are read, column by column. */
export const changeTexts = (changes: readonly JournalChange[], words: YesNo): ChangeText[] =>
  changes.flatMap(({ columns }) =>
    Object.entries(columns)
      .filter(([column]) => column !== 'id')
      .map(([column, [before, after]]) => ({
        column: column.replace(/_id$/, '').replaceAll('_', ' '),
        before: valueText(before, words),
        after: valueText(after, words),
      })),
  )
