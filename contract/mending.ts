import * as yup from 'yup'
import { identifier, recordVersion } from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'
import type { words } from './words/index.ts'

/** Takes a record out of daily use, or back into it; its history stays. */
export const retireSchema = later(() =>
  yup.object({
    version: recordVersion(),
    retired: yup.boolean().required(wrong('retired', 'yesNo')),
  }),
)
/** Makes one of two: everything of this record goes to the other, then this one is deleted. */
export const mergeSchema = later(() => yup.object({ intoId: identifier('into') }))

/** What can hang on a record. */
export type UseName = keyof typeof words.uses

/** What hangs on a record, by kind; what `blocks` makes deleting impossible, the rest would go with it. */
export interface Dependents {
  readonly blocks: Readonly<Partial<Record<UseName, number>>>
  readonly goes: Readonly<Partial<Record<UseName, number>>>
}
