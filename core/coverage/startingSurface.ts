import type { Condition } from '../lane/figures.ts'
import { polishRaUm } from '../surface/defaults.ts'
import { raOfGrit } from '../surface/grit.ts'
import type { StyleBand } from './style.ts'

/** Where a solid reactive ball of a strong core should stand for a style on a condition. */
export interface StartingSurface {
  readonly roughRaUm: number
  readonly smoothRaUm: number
  /** The style hardly needs a ball of its own for this condition: no reason to sell one. */
  readonly seldomNeeded: boolean
}

export const conditions: readonly Condition[] = ['heavy', 'medium-heavy', 'medium', 'medium-dry', 'dry']

type TableFinish = number | 'polish' | 'weaker'
/** 'Weaker' stands for polish on a weak cover or a polyester-like ball: smoother than any polish by half. */
const raOf = (finish: TableFinish) =>
  finish === 'polish' ? polishRaUm : finish === 'weaker' ? polishRaUm / 1.5 : raOfGrit(finish)

const from = (rough: TableFinish, smooth: TableFinish = rough): StartingSurface => ({
  roughRaUm: raOf(rough),
  smoothRaUm: raOf(smooth),
  seldomNeeded: false,
})
const seldom = (rough: TableFinish, smooth: TableFinish = rough): StartingSurface => ({
  ...from(rough, smooth),
  seldomNeeded: true,
})

/**
 * Starting surfaces by style (rows) and condition (columns as in `conditions`); assumed, from practice. Where a
 * style seldom needs a ball, the neighbouring cell's finish stands in so that a ball can still be judged.
 */
const table: Readonly<Record<StyleBand, readonly StartingSurface[]>> = {
  'strongly-speed-dominant': [from(320, 400), from(500), from(1000), from(1000, 2000), seldom(2000, 3000)],
  'speed-dominant': [from(500), from(500, 1000), from(1000, 2000), from(2000), from(3000, 4000)],
  matched: [from(500, 1000), from(1000, 2000), from(2000, 3000), from(4000), from('polish')],
  'rev-dominant': [from(1000, 2000), from(2000), from(3000, 4000), from(4000, 'polish'), from('polish', 'weaker')],
  'strongly-rev-dominant': [seldom(1000, 2000), from(2000, 3000), from(4000), from('polish'), from('polish', 'weaker')],
}

/** Entry of the starting-surface table for a style on a condition. */
export const startingSurface = (band: StyleBand, condition: Condition): StartingSurface =>
  table[band][conditions.indexOf(condition)]!
