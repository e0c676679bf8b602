import * as yup from 'yup'
import { calendarDay, identifier, oneOf, optionalText, requiredText } from './fields.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

export const eventKinds = ['league', 'tournament'] as const

/** A league (weekly nights from the first day to the last) or a tournament that customers play in. */
export const eventSchema = yup.object({
  id: identifier(),
  name: requiredText('eventName', 80),
  kind: oneOf('kind', eventKinds),
  place: optionalText('centre', 80),
  startsOn: calendarDay('firstDay').required(wrong('firstDay', 'giveDate')),
  endsOn: calendarDay('lastDay')
    .required(wrong('lastDay', 'giveDate'))
    .test('order', wrong('lastDay', 'notBeforeFirstDay'), (value, context) => !(value < context.parent.startsOn)),
  patternIds: yup
    .array(identifier('pattern'))
    .label('patterns')
    .max(10, wrong('patterns', 'atMost', { count: 10 }))
    .default([]),
  customerIds: yup.array(identifier('customer')).label('entrants').max(400).default([]),
  note: optionalText('note', 2000),
})
export type EventInput = yup.InferType<typeof eventSchema>

export interface BowlingEvent extends EventInput, Stored {
  /** Next day of play from today on, or null when it is over. */
  readonly nextOn: string | null
}
