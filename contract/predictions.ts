import * as yup from 'yup'
import { identifier } from './fields.ts'
import type { Stored } from './stored.ts'

const figure = (label: string, min: number, max: number) => {
  const message = `${label}: ${min} to ${max}`
  return yup.number().label(label).typeError(message).min(min, message).max(max, message)
}

/** What a what-if foretold for a ball of a bowler on a pattern. */
export const predictionSchema = yup.object({
  id: identifier(),
  customerId: identifier('Bowler'),
  ballId: identifier('Ball'),
  patternId: identifier('Pattern'),
  setup: yup
    .mixed<Readonly<Record<string, string>>>()
    .label('Set-up')
    .required('Set-up: missing')
    .test(
      'texts',
      'Set-up: at most 20 short texts by name',
      (value) =>
        typeof value === 'object' &&
        value !== null &&
        Object.keys(value).length <= 20 &&
        Object.values(value).every((text) => typeof text === 'string' && text.length <= 60),
    ),
  firstReadFt: figure('First read', 0, 60).nullable().default(null),
  entryBoard: figure('Entry board', -60, 100).required('Entry board: missing'),
  entryAngleDeg: figure('Entry angle', -45, 45).required('Entry angle: missing'),
  /** Roughness that the lane felt in it, µm: shots on another surface say nothing of it. */
  raUm: figure('Surface', 0.05, 3).nullable().default(null),
  pocketShare: figure('Share in the pocket', 0, 1).nullable().default(null),
})
export type PredictionInput = yup.InferType<typeof predictionSchema>

export interface Prediction extends PredictionInput, Stored {
  readonly savedBy: string | null
}
