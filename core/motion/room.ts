import { randomNormal } from 'd3-random'
import { xoroshiro128plus } from 'pure-rand/generator/xoroshiro128plus'
import { carryChance } from './carry.ts'
import { type Deviation, type Spread, courseFor, deviateAll, inPocket, none } from './deviation.ts'
import { entryAt } from './entries.ts'
import type { Course } from './ground.ts'
import type { ShotInput } from './simulate.ts'
import { type Sketch, integrateSurrogate, missesOn, surrogate } from './surrogate.ts'

export interface Miss {
  readonly boards: number
  readonly entryBoard: number
  readonly gutter: boolean
  readonly pocket: boolean
}

export interface Room {
  readonly pPocket: number
  /** By the carry model; see `carryChance`. */
  readonly pCarry: number
  readonly entryBoardSd: number
  readonly misses: readonly Miss[]
}

/** Standard normal deviates from a seed; the same seed gives the same figures everywhere. */
function normals(seed: number, count: number): Float64Array {
  const generator = xoroshiro128plus(seed)
  // Uniform on (0, 1] in steps of 2⁻³²: it is taken the logarithm of.
  const draw = randomNormal.source(() => ((generator.next() >>> 0) + 1) / 4294967296)(0, 1)
  return Float64Array.from({ length: count }, draw)
}

let drawn: { readonly of: string; readonly deviations: readonly Deviation[] } | null = null
/** Deviations of the samples of a seed; the same for every candidate, so that differences between lines are theirs. */
export function deviations(spread: Spread, samples: number, seed: number): readonly Deviation[] {
  const { targetBoards, speedMph, revRpm, launchAngleDeg: angleDeg = 0 } = spread
  const of = [samples, seed, targetBoards, speedMph, revRpm, angleDeg].join()
  // Many lines are asked about with one spread; drawing costs a tenth of a rough answer.
  if (drawn?.of === of) return drawn.deviations
  const z = normals(seed, 4 * samples)
  const deviations = Array.from({ length: samples }, (_, i) => ({
    targetBoards: spread.targetBoards * z[4 * i]!,
    speedMph: spread.speedMph * z[4 * i + 1]!,
    revRpm: spread.revRpm * z[4 * i + 2]!,
    angleDeg: (spread.launchAngleDeg ?? 0) * z[4 * i + 3]!,
  }))
  drawn = { of, deviations }
  return deviations
}

interface Sampled {
  readonly entryBoard: number
  readonly gutter: boolean
  readonly carry: number
}

function summarise(sampled: readonly Sampled[], misses: readonly Miss[]): Room {
  const n = sampled.length
  const mean = sampled.reduce((sum, one) => sum + one.entryBoard, 0) / n
  const squares = sampled.reduce((sum, one) => sum + (one.entryBoard - mean) ** 2, 0)
  return {
    pPocket: sampled.filter(inPocket).length / n,
    pCarry: sampled.reduce((sum, one) => sum + one.carry, 0) / n,
    // Sample standard deviation; zero for a single sample.
    entryBoardSd: n < 2 ? 0 : Math.sqrt(squares / (n - 1)),
    misses,
  }
}

const charted = [-2, -1, 0, 1, 2]
/** What a miss of −2 to +2 boards at the target does. */
export function missChart(input: ShotInput, course: Course): Miss[] {
  const entries = deviateAll(
    input,
    course,
    charted.map((targetBoards) => ({ ...none, targetBoards })),
  )
  return charted.map((boards, at) => {
    const { entryBoard, gutter } = entryAt(entries, at)
    return { boards, entryBoard, gutter, pocket: inPocket({ entryBoard, gutter }) }
  })
}

export interface RoomOptions {
  readonly spread: Spread
  /** Of the exact way: how many shots are drawn, and from which seed. */
  readonly samples: number
  readonly seed: number
  /**
   * 'exact' runs every sample. 'quick' runs 49 shots on a grid and integrates over the surface through them (see `surrogate`): within a
   * hundredth of the exact share, without a sample's noise.
   */
  readonly method?: 'exact' | 'quick' | undefined
  /**
   * The chart of misses: by shots of its own when nothing is said, as a screen shows it; of the quick way also read from its grid, which costs nothing and
   * tells what still reaches the pocket, though where the oil ends sharply a miss may enter up to 0.8 board elsewhere; or none, as on a map that shows none.
   */
  readonly misses?: 'shots' | 'grid' | 'none' | undefined
}

/** Room for error of a line: the share of the bowler's own spread of shots that reaches the pocket. The quick way goes on from a sketch of the same shot. */
export function roomForError(
  input: ShotInput,
  options: RoomOptions,
  course = courseFor(input),
  sketched?: Sketch,
): Room {
  const { method = 'exact', misses: asked = 'shots' } = options
  const chart = () => (asked === 'none' ? [] : missChart(input, course))
  if (method === 'exact') {
    const all = deviations(options.spread, options.samples, options.seed)
    const entries = deviateAll(input, course, all)
    return summarise(
      all.map((_, at) => {
        const entry = entryAt(entries, at)
        return { entryBoard: entry.entryBoard, gutter: entry.gutter, carry: carryChance(entry) }
      }),
      chart(),
    )
  }
  const grid = surrogate(input, course, options.spread, sketched)
  const read = asked === 'grid' ? missesOn(grid, options.spread, charted) : null
  const misses = read?.map((one) => ({ ...one, pocket: inPocket(one) })) ?? chart()
  const { pPocket, pCarry, entryBoardSd } = integrateSurrogate(grid)
  return { pPocket, pCarry, entryBoardSd, misses }
}
