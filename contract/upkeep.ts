import type { BagCard } from './bags.ts'
import {
  type Advice,
  type AdviceRule,
  type Due,
  type SchoolCost,
  type SurfaceCurve,
  type SurfaceNow,
  type UpkeepPolicy,
  type WearBand,
  complaints,
  policyDefaults,
  schools,
  tellKinds,
  tellWords,
  unknownWords,
} from '@sleetfall/core'
import * as yup from 'yup'
import {
  calendarDay,
  identifier,
  neededWhole,
  oneOf,
  optionalOneOf,
  optionalText,
  pastDay,
  requiredText,
  wholeQuantity,
} from './fields.ts'
import type { BallEventKind } from './ballEvents.ts'
import type { Ball } from './balls.ts'
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { type FieldName, wrong } from './said.ts'

export const policySchema = later(() =>
  yup.object({
    school: oneOf('school', schools),
    seriesGames: wholeQuantity('seriesGames', 'touchUpEvery').default(policyDefaults.seriesGames),
    fixedGames: wholeQuantity('fixedGames', 'resurfaceEvery').default(policyDefaults.fixedGames),
    gamesBeforeEvent: wholeQuantity('seriesGames', 'gamesBeforeTheEvent').default(policyDefaults.gamesBeforeEvent),
    extractHeavyGames: wholeQuantity('fixedGames', 'extractEveryHeavyOil').default(policyDefaults.extractHeavyGames),
    extractLightGames: wholeQuantity('fixedGames', 'extractEveryLightOil').default(policyDefaults.extractLightGames),
    seasonEnds: yup
      .array(calendarDay('endOfTheSeason').required(wrong('endOfTheSeason', 'giveDate')))
      .max(6, wrong('endsOfTheSeason', 'atMost', { count: 6 }))
      .default([]),
  }),
)

/** Whose upkeep a policy is: the shop's when neither is given. */
export const policyForSchema = later(() =>
  yup.object({
    customerId: identifier('customer').nullable().default(null).notRequired(),
    ballId: identifier('ball').nullable().default(null).notRequired(),
    /** Null takes the choice back, so that the wider one counts again. */
    policy: policySchema.nullable().default(null),
  }),
)
export type PolicyFor = yup.InferType<typeof policyForSchema>
export type PolicyScope = 'shop' | 'customer' | 'ball'

/** One ball on the upkeep board. */
export interface UpkeepRow {
  readonly ballId: string
  readonly ballName: string
  readonly customerId: string
  readonly customerName: string
  readonly policy: UpkeepPolicy
  readonly scope: PolicyScope
  readonly due: readonly Due[]
  /** Kinds of open jobs of this ball. */
  readonly openJobs: readonly string[]
  readonly place: string
  readonly lockedUntil: string | null
  /** What a resurface brings it back to, and what was last done on the spinner. */
  readonly targetGrit: number | null
  readonly lastRecipe: Ball['lastRecipe']
}
/** Part of what is due, customer by customer. */
export interface UpkeepBoard {
  readonly rows: readonly UpkeepRow[]
  readonly shopPolicy: UpkeepPolicy
  /** Customers with something due in all; see `mostCounted`. */
  readonly total: number
}

/** Everything that a ball's surface page shows. */
export interface SurfacePage {
  readonly ballId: string
  readonly surface: SurfaceNow
  readonly curve: SurfaceCurve | null
  /** Median and 90 % band, by games on the surface, from the start to well past the present. */
  readonly band: readonly WearBand[]
  readonly policy: UpkeepPolicy
  readonly scope: PolicyScope
  readonly due: readonly Due[]
  readonly costs: readonly SchoolCost[]
  /** Medians off the track on this surface, at games on it: what the ball return wears and the lane does not. */
  readonly offTrack: readonly { readonly games: number; readonly grit: number }[]
  /** What was done to it on this surface, at games on the surface. */
  readonly marks: readonly { readonly games: number; readonly kind: BallEventKind; readonly at: string }[]
  /** Shop balls of this cover whose readings shape the expectation. */
  readonly sharedBalls: number
  /** A reading waits for its fit; until then there is no band. */
  readonly fitWanted: boolean
  readonly oilUl: { readonly low: number; readonly likely: number; readonly high: number }
  /** Tests before and after oil work that the oil estimate was corrected by. */
  readonly oilPairs: number
  readonly gamesPerWeek: number
  readonly gamesPerWeekAssumed: boolean
  /** Label and scan disagree about the finish that it came with. */
  readonly labelDisagrees: { readonly labelGrit: number; readonly scannedGrit: number } | null
}

export const adviceQuestionSchema = later(() =>
  yup.object({
    complaint: optionalOneOf('complaint', complaints),
    patternId: identifier('pattern').nullable().default(null).notRequired(),
  }),
)
export interface AdviceGiven extends Advice {
  /** Rules that this shop does not hold. */
  readonly off: readonly AdviceRule[]
}

export const reminderSchema = later(() =>
  yup.object({
    id: identifier(),
    customerId: identifier('customer'),
    subject: requiredText('subject', 120),
    body: requiredText('text', 2000),
  }),
)
const template = (field: 'subject' | 'text', most: number) =>
  requiredText(field, most).test(
    'words',
    wrong(field, 'unknownWords', { known: tellWords.map((word) => `{${word}}`).join(', ') }),
    (value) => unknownWords(value ?? '').length === 0,
  )
const minuteOfDay = (field: FieldName) => neededWhole('minuteOfDay', field)
/** How the shop tells its customers: its own words by occasion, and when nothing is sent. */
export const tellingSchema = later(() =>
  yup.object({
    /** Occasions that the shop has words of its own for. */
    templates: yup
      .array(
        yup
          .object({ kind: oneOf('kind', tellKinds), subject: template('subject', 120), body: template('text', 2000) })
          .required(),
      )
      .max(tellKinds.length)
      .default([]),
    quietFrom: minuteOfDay('quietFrom'),
    quietTo: minuteOfDay('quietTo'),
  }),
)
export type TellingInput = yup.InferType<typeof tellingSchema>
export type Telling = TellingInput & Stored

export interface OutboxMessage extends yup.InferType<typeof reminderSchema>, Stored {
  readonly customerName: string
  readonly state: 'queued' | 'sent' | 'withdrawn'
  readonly sentAt: string | null
}

export interface UpkeepLink extends Stored {
  readonly id: string
  readonly expiresOn: string
  readonly revokedAt: string | null
}

/** Play that somebody logs in seconds: games on a pattern, and how soon and with what the ball was cleaned. */
export const cleanedHow = ['not', 'towel', 'cleaner-now', 'cleaner-next-day'] as const
export const sessionLogSchema = later(() =>
  yup.object({
    id: identifier(),
    ballId: identifier('ball'),
    games: neededWhole('games', 'games'),
    patternId: identifier('pattern').nullable().default(null).notRequired(),
    playedOn: pastDay('playedOn').required(wrong('playedOn', 'giveDate')),
    /** Null: nobody said, so nothing is recorded. */
    cleaned: optionalOneOf('cleaned', cleanedHow),
    note: optionalText('note', 200),
  }),
)
export type SessionLog = yup.InferType<typeof sessionLogSchema>

/** A night of play in one go: who threw what how often, all on one pattern; undone as one. */
export const mostNightRows = 200
export const playNightSchema = later(() =>
  yup.object({
    id: identifier(),
    playedOn: pastDay('playedOn').required(wrong('playedOn', 'giveDate')),
    patternId: identifier('pattern').nullable().default(null).notRequired(),
    rows: yup
      .array(
        yup.object({
          id: identifier(),
          ballId: identifier('ball'),
          games: neededWhole('games', 'games'),
        }),
      )
      .min(1, wrong('ballsWithGames', 'atLeastOne'))
      .max(mostNightRows, wrong('balls', 'atMost', { count: mostNightRows }))
      .test(
        'once',
        wrong('balls', 'eachOnce'),
        (rows) => !rows || new Set(rows.map((row) => row?.ballId)).size === rows.length,
      )
      .required(wrong('ballsWithGames', 'atLeastOne')),
  }),
)
export type PlayNight = yup.InferType<typeof playNightSchema>
export interface NightLogged {
  readonly id: string
  readonly balls: number
  readonly games: number
  readonly withdrawn: boolean
}

/** What a customer sees through a link, and nothing else. */
export interface OpenUpkeep {
  readonly shopName: string
  readonly customerName: string
  readonly expiresOn: string
  readonly balls: readonly {
    readonly id: string
    readonly name: string
    readonly grit: number | null
    readonly status: SurfaceNow['status']
    readonly provenance: SurfaceNow['provenance']
    readonly gamesOnSurface: number
    readonly gamesSinceCleaning: number
    readonly lockedUntil: string | null
    readonly due: readonly Due[]
  }[]
  readonly patterns: readonly { readonly id: string; readonly name: string }[]
  /** Bags that were kept for events ahead. */
  readonly bags: readonly BagCard[]
}
