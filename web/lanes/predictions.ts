import type { Prediction, PredictionInput } from '@sleetfall/contract'
import { get, post } from '../http/client.ts'

export const predictionsFor = (ballId: string, patternId: string) =>
  get<Prediction[]>(`/predictions/${ballId}/${patternId}`)
export const savePrediction = (input: PredictionInput) => post<Prediction>('/predictions', input)
