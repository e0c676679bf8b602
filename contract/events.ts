import * as yup from 'yup'
import { calendarDay, clock, identifier, oneOf, optionalText, requiredText, wholeQuantity } from './fields.ts'
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

export const eventKinds = ['league', 'tournament'] as const

const mostSquads = 12

/** A league (weekly nights from the first day to the last) or a tournament that customers play in. */
export const eventSchema = later(() =>
  yup.object({
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
    /** Singles, doubles, match play: in the organiser's words. */
    format: optionalText('format', 80),
    /** Of a block; null where nobody said. */
    games: wholeQuantity('seriesGames', 'gamesOfABlock').nullable().default(null),
    /** Who share a pair of lanes; null: two are reckoned with. */
    bowlersOnPair: wholeQuantity('bowlersOnPair', 'bowlersOnPair').nullable().default(null),
    squads: yup
      .array(
        yup.object({
          name: optionalText('squad', 40),
          on: calendarDay('on').required(wrong('on', 'giveDate')),
          at: clock('at').default('12:00'),
        }),
      )
      .label('squads')
      .max(mostSquads, wrong('squads', 'atMost', { count: mostSquads }))
      .default([]),
    entryClosesOn: calendarDay('entryCloses')
      .nullable()
      .default(null)
      .test(
        'order',
        wrong('entryCloses', 'notAfterLastDay'),
        (value, context) => !(value && value > context.parent.endsOn),
      ),
    ruleSetId: identifier('rules').notRequired().nullable().default(null),
    /** How many a bowler takes along; null: as many as the rules allow. */
    ballsCarried: wholeQuantity('ruledBalls', 'ballsCarried').nullable().default(null),
  }),
)
export type EventInput = yup.InferType<typeof eventSchema>

export interface BowlingEvent extends EventInput, Stored {
  /** Next day of play from today on, or null when it is over. */
  readonly nextOn: string | null
}
