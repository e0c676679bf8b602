import * as yup from 'yup'
import { identifier, ranged } from './fields.ts'
import { later } from './later.ts'
import type { Stored } from './stored.ts'
import { wrong } from './said.ts'

/** What a what-if foretold for a ball of a bowler on a pattern. */
export const predictionSchema = later(() =>
  yup.object({
    id: identifier(),
    customerId: identifier('bowler'),
    ballId: identifier('ball'),
    patternId: identifier('pattern'),
    setup: yup
      .mixed<Readonly<Record<string, string>>>()
      .label('setUp')
      .required(wrong('setUp', 'missing'))
      .test(
        'texts',
        wrong('setUp', 'shortTexts'),
        (value) =>
          typeof value === 'object' &&
          value !== null &&
          Object.keys(value).length <= 20 &&
          Object.values(value).every((text) => typeof text === 'string' && text.length <= 60),
      ),
    firstReadFt: ranged('firstRead', 0, 60).nullable().default(null),
    entryBoard: ranged('entryBoard', -60, 100).required(wrong('entryBoard', 'missing')),
    entryAngleDeg: ranged('entryAngle', -45, 45).required(wrong('entryAngle', 'missing')),
    /** Roughness that the lane felt in it, µm: shots on another surface say nothing of it. */
    raUm: ranged('surface', 0.05, 3).nullable().default(null),
    pocketShare: ranged('shareInThePocket', 0, 1).nullable().default(null),
  }),
)
export type PredictionInput = yup.InferType<typeof predictionSchema>

export interface Prediction extends PredictionInput, Stored {
  readonly savedBy: string | null
}
