import type { JournalChange } from '@sleetfall/contract'

export interface ChangeText {
  readonly column: string
  /** Null: nothing. */
  readonly before: string | null
  readonly after: string | null
}

const uuid = /^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}$/
const longest = 60

/** Words for a box that is ticked or not. */
export type YesNo = Readonly<Record<'yes' | 'no', string>>

function valueText(value: unknown, words: YesNo): string | null {
  if (value === null || value === undefined || value === '') return null
  if (typeof value === 'boolean') return words[value ? 'yes' : 'no']
  if (typeof value === 'number') return String(value)
  // Ids, lists and what is made of parts are in the table; read out they say nothing.
  if (typeof value !== 'string' || uuid.test(value)) return '…'
  return value.length > longest ? `${value.slice(0, longest)}…` : value
}

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
