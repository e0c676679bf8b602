import * as yup from 'yup'
import { identifier, recordVersion } from './fields.ts'

/** Takes a record out of daily use, or back into it; its history stays. */
export const retireSchema = yup.object({
  version: recordVersion(),
  retired: yup.boolean().required('Retired: yes or no'),
})
/** Makes one of two: everything of this record goes to the other, then this one is deleted. */
export const mergeSchema = yup.object({ intoId: identifier('Into') })

/** What hangs on a record, by kind; what `blocks` makes deleting impossible, the rest would go with it. */
export interface Dependents {
  readonly blocks: Readonly<Record<string, number>>
  readonly goes: Readonly<Record<string, number>>
}
