import { jobKinds, readyRecipes, scanSpots } from '@sleetfall/core'
import * as yup from 'yup'
import { eventSchema } from './events.ts'
import { ballSchema } from './balls.ts'
import { customerSchema } from './customers.ts'
import { clock, oneOf, optionalText, requiredText } from './fields.ts'
import { patternSchema } from './lanes.ts'
import { benchPersonSchema, benchStationSchema, weekHoursSchema } from './benchPlan.ts'
import { later } from './later.ts'
import { newPassword, staffSchema } from './staff.ts'
import { padSchema, shopRecipeSchema } from './supplies.ts'
import { foretoldSchema, mostArms } from './trials.ts'
import { wrong, type FieldName } from './said.ts'

/**
 * The shop file: a whole shop in one JSON document, records named instead of numbered. Days are calendar days or
 * relative to the day of the import (`today`, `today-12`, `today+30`). See docs/formats.md.
 */
export const shopFileFormat = 'sleetfall-shop/1'

const day = (field: FieldName) =>
  yup
    .string()
    .label(field)
    .matches(/^(\d{4}-\d{2}-\d{2}|today([+-]\d{1,4})?)$/, { message: wrong(field, 'fileDate') })
const time = () => clock('at').default('12:00')

/** Something that happened to a ball: once `on` a day, or `every` n days `from` one `to` another. */
const historyEntry = later(() =>
  yup.object({
    kind: oneOf('kind', ['games', 'surfaced', 'scanned', 'cleaned', 'extracted', 'moved']),
    on: day('on').optional(),
    from: day('from').optional(),
    to: day('to').optional(),
    every: yup.number().integer().min(1).max(60).default(7),
    at: time(),
    games: yup.number().optional(),
    pattern: yup.string().optional(),
    recipe: yup
      .string()
      .oneOf(readyRecipes.map((recipe) => recipe.key))
      .optional(),
    grits: yup.array(yup.number().required()).optional(),
    spots: yup.array(oneOf('spot', scanSpots)).optional(),
    with: yup.string().optional(),
    minutes: yup.number().optional(),
    temperatureC: yup.number().optional(),
    place: yup.string().optional(),
    shelf: yup.string().optional(),
  }),
)
export type HistoryEntry = yup.InferType<typeof historyEntry>

const shotRow = later(() =>
  yup.object({
    /** Number of the arm; of two arms also by name. */
    arm: yup.number().integer().min(1).max(mostArms),
    side: yup.string().oneOf(['control', 'variant']),
    speedMph: yup.number().nullable().default(null),
    shape: yup.string().nullable().default(null),
    flags: yup.array(yup.string().required()).default([]),
    execution: yup.string().nullable().default(null),
    moveReason: optionalText('moveReason', 120),
    warmUp: yup.boolean().default(false),
    wiped: yup.boolean().default(false),
    feet: yup.number().nullable().default(null),
    target: yup.number().nullable().default(null),
    read: yup.string().nullable().default(null),
    entry: yup.number().nullable().default(null),
    leave: yup.array(yup.number().required()).nullable().default(null),
    setAside: optionalText('setAside', 120),
  }),
)

const trialArm = later(() =>
  yup.object({
    ball: requiredText('ball', 60),
    label: requiredText('label', 60),
    bowler: yup.string().nullable().default(null),
    lane: optionalText('lane', 40),
    plannedGrit: yup.number().nullable().default(null),
    levels: yup.array(requiredText('level', 40)).default([]),
  }),
)

export const shopFileSchema = later(() =>
  yup.object({
    format: yup
      .string()
      .oneOf([shopFileFormat], wrong('format', 'mustBe', { value: shopFileFormat }))
      .required(wrong('format', 'mustBe', { value: shopFileFormat })),
    shop: yup.object({ name: requiredText('shopName', 80) }).required(),
    staff: yup
      .array(
        // Hours at the bench of those who work there.
        staffSchema
          .omit(['id'])
          .concat(benchPersonSchema.pick(['skills']))
          .shape({ hours: weekHoursSchema.default(undefined).optional(), password: newPassword.optional() }),
      )
      .default([]),
    /** Stations of the bench besides those that every shop has. */
    stations: yup
      .array(benchStationSchema.pick(['name', 'kind', 'setupMinutes']))
      .max(40)
      .default([]),
    patterns: yup.array(patternSchema.omit(['id'])).default([]),
    pads: yup.array(padSchema.omit(['id'])).default([]),
    recipes: yup.array(shopRecipeSchema.omit(['id'])).default([]),
    customers: yup.array(customerSchema.omit(['id'])).default([]),
    balls: yup
      .array(
        ballSchema.omit(['id', 'customerId', 'boughtOn', 'drilledOn']).shape({
          customer: requiredText('customer', 80),
          boughtOn: day('boughtOn').nullable().default(null),
          drilledOn: day('drilledOn').nullable().default(null),
          history: yup.array(historyEntry).default([]),
        }),
      )
      .default([]),
    events: yup
      .array(
        eventSchema
          .omit(['id', 'startsOn', 'endsOn', 'patternIds', 'customerIds', 'entryClosesOn', 'ruleSetId', 'squads'])
          .shape({
            entryClosesOn: day('entryCloses').nullable().default(null),
            rules: optionalText('rules', 80),
            squads: yup
              .array(
                yup.object({
                  name: optionalText('squad', 40),
                  on: day('on').required(wrong('on', 'missing')),
                  at: clock('at').default('12:00'),
                }),
              )
              .default([]),
            startsOn: day('startsOn').required(wrong('startsOn', 'missing')),
            endsOn: day('endsOn').required(wrong('endsOn', 'missing')),
            patterns: yup.array(yup.string().required()).default([]),
            customers: yup.array(yup.string().required()).default([]),
          }),
      )
      .default([]),
    trials: yup
      .array(
        yup.object({
          customer: requiredText('customer', 80),
          pattern: requiredText('pattern', 60),
          question: requiredText('question', 200),
          on: day('on').required(wrong('on', 'missing')),
          at: time(),
          gamesSinceOiling: yup.number().nullable().default(null),
          design: yup.string().default('turns'),
          factors: yup.array(requiredText('factor', 40)).default([]),
          blind: yup.boolean().default(false),
          feet: yup.number().nullable().default(null),
          target: yup.number().nullable().default(null),
          held: yup.array(yup.string().required()).default([]),
          foretold: yup.array(foretoldSchema).default([]),
          /** The first is the control; of two, also by their names. */
          arms: yup.array(trialArm).default([]),
          control: trialArm.default(undefined).optional(),
          variant: trialArm.default(undefined).optional(),
          shots: yup.array(shotRow).default([]),
        }),
      )
      .default([]),
    jobs: yup
      .array(
        yup.object({
          customer: requiredText('customer', 80),
          ball: requiredText('ball', 60),
          kind: oneOf('work', jobKinds),
          recipe: yup.string().nullable().default(null),
          due: day('due').required(wrong('due', 'missing')),
          event: yup.string().nullable().default(null),
          reason: optionalText('reason', 400),
        }),
      )
      .default([]),
  }),
)
export type ShopFile = yup.InferType<typeof shopFileSchema>
