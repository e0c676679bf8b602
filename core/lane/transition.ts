import { boardCount, boardWidthM, cellsPerFoot, filmRows, filmVolumeMl } from './film.ts'

/** Where shots run: boards at distances in ft, straight in between, ordered by distance. */
export interface TrackLine {
  readonly points: readonly (readonly [ft: number, board: number])[]
  /** Share of the shots on this line; shares are taken relative to their sum. */
  readonly share: number
}

export interface Wear {
  /** Part of the film under the contact that one pass strips. */
  readonly stripShare: number
  /** Part of what is stripped that the ball lays down again. */
  readonly carryShare: number
}

/** Starting values (assumed): 4 % a pass, 30 % of it carried down. */
export const transitionDefaults: Wear = { stripShare: 0.04, carryShare: 0.3 }
const contactWidthM = 0.009
const carryRows = 10 * cellsPerFoot

/** Middles of the usual lines on a lane in league play: most up the second arrow, some deeper, some straighter. */
const middles: readonly TrackLine[] = [
  {
    share: 5,
    points: [
      [0, 18],
      [15, 11.5],
      [41, 8],
      [60, 17.5],
    ],
  },
  {
    share: 3,
    points: [
      [0, 23],
      [15, 15],
      [42, 9],
      [60, 17.5],
    ],
  },
  {
    share: 2,
    points: [
      [0, 14],
      [15, 9.5],
      [40, 7.5],
      [60, 17.5],
    ],
  },
]

/** Nobody throws the same board twice: how far shots lie from the middle of their line, boards, with the share of each (assumed; one board and a half, one standard deviation). */
const astray = [-3, -2, -1, 0, 1, 2, 3].map((boards) => [boards, Math.exp(-0.5 * (boards / 1.5) ** 2)] as const)
/** Boards of the pocket: shots come together there again. */
const pocketFt = 60

/** Usual lines as they are thrown: about each middle, together again at the pocket. */
export const usualLines: readonly TrackLine[] = middles.flatMap(({ share, points }) =>
  astray.map(([boards, part]) => ({
    share: share * part,
    points: points.map(([ft, board]) => [ft, ft === pocketFt ? board : board + boards] as const),
  })),
)

/** Board of a line at a distance; held before its first and after its last point. */
export function boardOfLine(line: TrackLine, ft: number): number {
  const { points } = line
  const next = points.findIndex(([at]) => at >= ft)
  if (next <= 0) return next === 0 ? points[0]![1] : points.at(-1)![1]
  const [fromFt, from] = points[next - 1]!
  const [toFt, to] = points[next]!
  return from + ((ft - fromFt) / (toFt - fromFt)) * (to - from)
}

/**
 * Film after a number of shots along lines. Each pass strips its share of the film under the contact patch, row by row;
 * part of that is laid down evenly over the next ten feet of the same path, the rest leaves on the ball. Lines take
 * turns by their shares, the most owed first, so that the result depends on nothing but the input.
 */
export function filmAfterShots(
  film: Float64Array,
  shots: number,
  lines: readonly TrackLine[] = usualLines,
  wear: Wear = transitionDefaults,
): { readonly filmUm: Float64Array; readonly carriedAwayMl: number } {
  const used = new Float64Array(film)
  const paths = lines.map((line) =>
    Float64Array.from({ length: filmRows }, (_, row) => boardOfLine(line, (row + 0.5) / cellsPerFoot)),
  )
  const total = lines.reduce((sum, line) => sum + line.share, 0)
  const owed = lines.map(() => 0)
  const laid = new Float64Array(filmRows + carryRows + 1)
  const share = (wear.stripShare * contactWidthM) / boardWidthM
  for (let shot = 0; shot < shots; shot += 1) {
    lines.forEach((line, index) => (owed[index] = owed[index]! + line.share / total))
    const turn = owed.indexOf(Math.max(...owed))
    owed[turn] = owed[turn]! - 1
    const path = paths[turn]!
    laid.fill(0)
    // What lies on the ball for this row, as a running sum over the last ten feet.
    let carried = 0
    for (let row = 0; row < filmRows; row += 1) {
      const board = Math.min(boardCount - 1, Math.max(0, path[row]! - 1))
      const low = Math.min(boardCount - 2, Math.floor(board))
      const part = board - low
      const at = row * boardCount + low
      const fromLow = used[at]! * share * (1 - part)
      const fromHigh = used[at + 1]! * share * part
      const down = carried / carryRows
      used[at] = used[at]! - fromLow + down * (1 - part)
      used[at + 1] = used[at + 1]! - fromHigh + down * part
      const picked = wear.carryShare * (fromLow + fromHigh)
      laid[row] = picked
      // Rounding must not leave a trace of negative oil.
      carried = Math.max(0, carried + picked - (row >= carryRows ? laid[row - carryRows]! : 0))
    }
  }
  return { filmUm: used, carriedAwayMl: filmVolumeMl(film) - filmVolumeMl(used) }
}
