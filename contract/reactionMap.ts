import type { Line, MapPlace } from '@sleetfall/core'
import * as yup from 'yup'
import { optionalText, requiredText } from './fields.ts'
import { later } from './later.ts'
import type { Said } from './said.ts'

/** Patterns by their ids and surfaces by their keys, each `a,b,c`; no surface stands for all. */
export const mapQuestionSchema = later(() =>
  yup.object({
    patterns: requiredText('patterns', 400),
    surfaces: optionalText('surface', 400),
  }),
)

/** Best line of one cell; null when none reaches the pocket. */
export type MapLine = Pick<Line, 'laydownBoard' | 'targetBoard' | 'pPocket' | 'pCarry'> & {
  readonly entryAngleDeg: number
  readonly firstReadFt: number | null
}

/** A line of the streamed answer (one JSON value a line): first the places, then a cell as each is found. */
export type MapMessage =
  | { readonly places: readonly MapPlace[] }
  | { readonly index: number; readonly line: MapLine | null }
  | { readonly failed: Said }

/** What a map shows of its best line. */
export function mapLineOf(lines: readonly Line[]): MapLine | null {
  const best = lines[0]
  if (!best) return null
  const { laydownBoard, targetBoard, pPocket, pCarry, outcome } = best
  const { entryAngleDeg, firstReadFt } = outcome
  return { laydownBoard, targetBoard, pPocket, pCarry, entryAngleDeg, firstReadFt }
}
