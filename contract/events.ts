import * as yup from 'yup'
import { calendarDay, identifier, oneOf, optionalText, requiredText } from './fields.ts'
import type { Stored } from './stored.ts'

export const eventKinds = ['league', 'tournament'] as const

/** A league (weekly nights from the first day to the last) or a tournament that customers play in. */
export const eventSchema = yup.object({
  id: identifier(),
  name: requiredText('Event name', 80),
  kind: oneOf('Kind', eventKinds),
  place: optionalText('Centre', 80),
  startsOn: calendarDay('First day').required('First day: please give a date'),
  endsOn: calendarDay('Last day')
    .required('Last day: please give a date')
    .test('order', 'Last day: not before the first day', (value, context) => !(value < context.parent.startsOn)),
  patternIds: yup.array(identifier('Pattern')).label('Patterns').max(10, 'Patterns: at most 10').default([]),
  customerIds: yup.array(identifier('Customer')).label('Entrants').max(400).default([]),
  note: optionalText('Note', 2000),
})
export type EventInput = yup.InferType<typeof eventSchema>

export interface BowlingEvent extends EventInput, Stored {
  /** Next day of play from today on, or null when it is over. */
  readonly nextOn: string | null
}
