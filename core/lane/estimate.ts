import type { Load } from './film.ts'

/** What is told of a pattern whose load table is kept from the shop. */
export interface KnownFigures {
  readonly lengthFt: number
  readonly volumeMl: number
  /** Oil on boards 18–22 over boards 3–7. */
  readonly ratio: number
}

/** Boards that the oil between outside and middle is spread over: the wider block carries half of what the ratio adds. */
const blocks = [
  { fromBoard: 8, toBoard: 32, endShare: 0.85 },
  { fromBoard: 12, toBoard: 28, endShare: 0.7 },
] as const
const outside = { fromBoard: 2, toBoard: 38 } as const
/** µL a board in one pass of a machine, about: rows stay in a machine's range. */
const usualPassUl = 50
/** Passes that lay so much on each board. */
function passes(microlitres: number): Pick<Load, 'loads' | 'microlitresPerBoard'> {
  const loads = Math.min(40, Math.max(1, Math.round(microlitres / usualPassUl)))
  return { loads, microlitresPerBoard: microlitres / loads }
}
const boards = ({ fromBoard, toBoard }: { readonly fromBoard: number; readonly toBoard: number }) =>
  toBoard - fromBoard + 1

/**
 * A load table that has just this length, volume and ratio: an even layer over the whole length and two narrower, shorter
 * blocks, so that the film is two to three times thicker in front. A guess at the shape, no more: it must be shown as
 * estimated. Length 20–60 ft, volume over 0 mL, ratio at least 1; a ratio of 1 gives the even layer alone.
 */
export function estimatedLoads({ lengthFt, volumeMl, ratio }: KnownFigures): Load[] {
  const extra = Math.max(0, ratio - 1)
  // b µL on an outside board, b·ratio in the middle: 37 boards of b, and b·extra/2 more on each board of a block.
  const middle = blocks.reduce((sum, block) => sum + boards(block) / 2, 0)
  const base = (1000 * volumeMl) / (boards(outside) + middle * extra)
  const even: Load = { ...outside, ...passes(base), startFt: 0, endFt: lengthFt }
  if (extra === 0) return [even]
  return [
    even,
    ...blocks.map(({ fromBoard, toBoard, endShare }) => ({
      ...{ fromBoard, toBoard, ...passes((base * extra) / 2) },
      ...{ startFt: 0, endFt: Math.round(2 * endShare * lengthFt) / 2 },
    })),
  ]
}
