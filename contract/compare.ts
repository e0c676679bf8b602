import { blockNames, designNames } from '@sleetfall/core'
import * as yup from 'yup'
import { needed, oneOf, ranged, requiredText, text } from './fields.ts'
import { later } from './later.ts'
import { type FieldName, wrong } from './said.ts'

const deviation = (field: FieldName, most: number) => ranged(field, -most, most)
const block = later(() => text('block').max(80, wrong('block', 'atMostCharacters', { count: 80 })))

/** What is believed before the shots: nothing, or what the motion core foretells. */
export const comparePriors = ['none', 'default'] as const

/** Input of the headless `compare` command. */
export const compareSchema = later(() =>
  yup.object({
    measure: requiredText('measure', 40),
    prior: oneOf('prior', comparePriors).default('none'),
    /** In their order; the first is the control. Not given: as they come in the shots. */
    arms: yup
      .array(requiredText('arm', 80))
      .min(2, wrong('arms', 'atLeast', { count: 2 }))
      .max(12, wrong('arms', 'atMost', { count: 12 }))
      .test('once', wrong('arms', 'eachOnce'), (arms) => !arms || new Set(arms).size === arms.length)
      .default(undefined)
      .optional()
      .test('known', wrong('arms', 'namesEveryVariant'), (arms, { parent }) => {
        const shots: unknown = (parent as { shots?: unknown }).shots
        return (
          !arms || !Array.isArray(shots) || shots.every((shot) => arms.includes((shot as { variant: string })?.variant))
        )
      }),
    /** How the shots were ordered; answered with what that order cannot tell. */
    design: yup
      .mixed<(typeof designNames)[number]>()
      .oneOf([...designNames], wrong('design', 'oneOf', { values: designNames.join(', ') })),
    /** Level of each factor, an arm each in the order of `arms`: answered with main effects and interactions. */
    levels: yup
      .array(yup.array(requiredText('level', 80)).min(1).max(2).required())
      .max(12)
      .default(undefined)
      .optional()
      .test(
        'eachArm',
        wrong('level', 'anArmEach'),
        (levels, { parent }) => !levels || levels.length === ((parent as { arms?: unknown[] }).arms ?? []).length,
      ),
    /** A difference worth acting on, in the measure's unit. */
    matters: ranged('matters', 0.01, 1000),
    shots: yup
      .array(
        yup.object({
          variant: requiredText('variant', 80),
          value: needed('value', -1000, 1000),
          targetDeviationBoards: deviation('targetDeviation', 39),
          laydownDeviationBoards: deviation('laydownDeviation', 39),
          speedDeviationMph: deviation('speedDeviation', 30),
          sequence: ranged('sequence', 0, 100_000),
          blocks: yup
            .object(
              Object.fromEntries(blockNames.map((name) => [name, block])) as Record<
                (typeof blockNames)[number],
                typeof block
              >,
            )
            .default(undefined)
            .optional(),
        }),
      )
      .min(1, wrong('shots', 'atLeastOne'))
      .max(5000, wrong('shots', 'atMost', { count: 5000 }))
      .required(wrong('shots', 'atLeastOne')),
  }),
)
