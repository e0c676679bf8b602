import { coverFamilies, styleBands } from '@sleetfall/core'
import * as yup from 'yup'
import { identifier, oneOf, optionalOneOf, text, whole } from './fields.ts'
import { later } from './later.ts'
import { wrong, type FieldName } from './said.ts'

/** Counting ends here: how many more there are helps nobody, and would have to be walked through. */
export const mostCounted = 1000
export const usualPage = 50
const mostPage = 200
/** Further down nobody pages; a word or a filter gets there sooner. */
const furthest = 10_000

/** A part of a list. */
export interface Page<T> {
  readonly items: readonly T[]
  /** How many there are in all; `mostCounted` + 1 stands for 'more than that'. */
  readonly total: number
}

const wholeOrNull = (field: FieldName, max: number) =>
  whole(field, 0, max)
    .transform((value: unknown, original: unknown) => (original === '' ? null : value))
    .nullable()
    .default(null)

/** What every list is asked with: words that all have to be found, and which part. */
export const pageSchema = later(() =>
  yup.object({
    q: text('search')
      .max(80, wrong('search', 'atMostCharacters', { count: 80 }))
      .default(''),
    offset: whole('from', 0, furthest).default(0),
    limit: whole('howMany', 1, mostPage).default(usualPage),
  }),
)
export type PageQuestion = yup.InferType<typeof pageSchema>

/** What the field at the top of each screen asks. */
export const searchSchema = later(() => pageSchema.pick(['q']))
/** Whether all that is held of a customer comes as a file. */
export const recordQuestionSchema = later(() =>
  yup.object({
    file: yup
      .string()
      .max(10, wrong('what', 'atMostCharacters', { count: 10 }))
      .optional(),
  }),
)

const direction = { down: yup.boolean().typeError(wrong('direction', 'yesNo')).default(false) }
const sorts = <const T extends string>(values: readonly [T, ...T[]]) => oneOf('sort', values).default(values[0])

export const ballSorts = [
  'name',
  'customer',
  'cover',
  'grit',
  'games',
  'left',
  'hardness',
  'place',
  'care',
  'oil',
] as const
const statuses = ['in-window', 'leaves-soon', 'too-smooth', 'too-rough', 'accepted', 'unknown'] as const
export const ballListSchema = later(() =>
  pageSchema.concat(
    yup.object({
      sort: sorts(ballSorts),
      ...direction,
      cover: optionalOneOf('coverFamily', coverFamilies),
      status: optionalOneOf('state', statuses),
      band: optionalOneOf('style', styleBands),
      place: optionalOneOf('whereabouts', ['customer', 'shelf', 'bench']),
      gamesFrom: wholeOrNull('gamesFrom', 10_000),
      gritFrom: wholeOrNull('gritFrom', 10_000),
      gritTo: wholeOrNull('gritTo', 10_000),
      hardnessBelow: wholeOrNull('hardnessBelow', 200),
      retired: yup.boolean().typeError(wrong('retiredToo', 'yesNo')).default(false),
    }),
  ),
)
export type BallQuestion = yup.InferType<typeof ballListSchema>

export const customerSorts = ['name', 'care'] as const
export const customerListSchema = later(() =>
  pageSchema.concat(
    yup.object({
      /** By name, or those first whose balls need most. */
      sort: sorts(customerSorts),
      retired: yup.boolean().typeError(wrong('retiredToo', 'yesNo')).default(false),
    }),
  ),
)
export type CustomerQuestion = yup.InferType<typeof customerListSchema>

export const trialSorts = ['when', 'question', 'bowler', 'pattern'] as const
export const trialListSchema = later(() =>
  pageSchema.concat(
    yup.object({
      sort: sorts(trialSorts),
      /** Left out: newest first by time, from the first by anything else. */
      down: yup.boolean().typeError(wrong('direction', 'yesNo')).optional(),
      customerId: identifier('customer').nullable().default(null).notRequired(),
      ballId: identifier('ball').nullable().default(null).notRequired(),
      patternId: identifier('pattern').nullable().default(null).notRequired(),
    }),
  ),
)
export type TrialQuestion = yup.InferType<typeof trialListSchema>

export const eventSorts = ['next', 'name', 'place'] as const
export const eventListSchema = later(() =>
  pageSchema.concat(
    yup.object({
      sort: sorts(eventSorts),
      ...direction,
      /** Those that lie ahead, or those that are over. */
      over: yup.boolean().typeError(wrong('over', 'yesNo')).default(false),
      customerId: identifier('customer').nullable().default(null).notRequired(),
    }),
  ),
)
export type EventQuestion = yup.InferType<typeof eventListSchema>

export const jobSorts = ['due', 'ball', 'customer', 'state'] as const
export const jobListSchema = later(() =>
  pageSchema.concat(
    yup.object({
      sort: sorts(jobSorts),
      ...direction,
      /** Work that waits or runs, or what was finished or cancelled lately. */
      ended: yup.boolean().typeError(wrong('ended', 'yesNo')).default(false),
      ballId: identifier('ball').nullable().default(null).notRequired(),
    }),
  ),
)
export type JobQuestion = yup.InferType<typeof jobListSchema>

/** How far ahead the upkeep board looks, in days. */
export const spanDays = { now: 0, week: 7, month: 31, all: 36_500 } as const
export type UpkeepSpan = keyof typeof spanDays
export const upkeepListSchema = later(() =>
  pageSchema.concat(yup.object({ within: oneOf('within', ['now', 'week', 'month', 'all']).default('week') })),
)
export type UpkeepQuestion = yup.InferType<typeof upkeepListSchema>
