import { type PatternFigures } from './figures.ts'
import { boardCount, cellsPerFoot, filmRows } from './film.ts'

/** Film under which a board counts as dry, µm: a thousandth of a usual film does not reach a ball. */
const dryUm = 0.01

/** Distance from which a board range is dry to the pins, ft; null when it never is, 0 when it never had oil. */
export function dryFromFt(film: Float64Array, fromBoard = 1, toBoard = boardCount): number | null {
  for (let row = filmRows - 1; row >= 0; row -= 1) {
    for (let board = fromBoard; board <= toBoard; board += 1) {
      if (film[row * boardCount + board - 1]! >= dryUm) return row === filmRows - 1 ? null : (row + 1) / cellsPerFoot
    }
  }
  return 0
}

export interface PatternDifference {
  readonly lengthFt: number
  readonly volumeMl: number
  /** Null where one of the two has no oil outside. */
  readonly ratio: number | null
  /** Mean film of the second over the first, outside (boards 3–7), middle (18–22), to 30 ft, as a factor; null where the first is dry. */
  readonly outside: number | null
  readonly middle: number | null
  /** Where the two are furthest apart, and by how much more the second has there, µm. */
  readonly most: { readonly ft: number; readonly board: number; readonly moreUm: number }
}

const meanUm = (film: Float64Array, fromBoard: number, toBoard: number, toFt: number) => {
  let sum = 0
  const rows = toFt * cellsPerFoot
  for (let row = 0; row < rows; row += 1)
    for (let board = fromBoard; board <= toBoard; board += 1) sum += film[row * boardCount + board - 1]!
  return sum / (rows * (toBoard - fromBoard + 1))
}

/** How a second pattern differs from a first: in its figures, and board by board where it matters. */
export function patternDifference(
  first: { readonly figures: PatternFigures; readonly film: Float64Array },
  second: { readonly figures: PatternFigures; readonly film: Float64Array },
): PatternDifference {
  const [a, b] = [first.figures, second.figures]
  const over = (fromBoard: number, toBoard: number) => {
    const base = meanUm(first.film, fromBoard, toBoard, 30)
    return base < dryUm ? null : meanUm(second.film, fromBoard, toBoard, 30) / base
  }
  let most = { ft: 0, board: 20, moreUm: 0 }
  for (let row = 0; row < filmRows; row += 1) {
    for (let board = 1; board <= boardCount; board += 1) {
      const at = row * boardCount + board - 1
      const moreUm = second.film[at]! - first.film[at]!
      if (Math.abs(moreUm) > Math.abs(most.moreUm)) most = { ft: row / cellsPerFoot, board, moreUm }
    }
  }
  return {
    lengthFt: b.lengthFt - a.lengthFt,
    volumeMl: b.volumeMl - a.volumeMl,
    ratio: a.ratio === null || b.ratio === null ? null : b.ratio - a.ratio,
    outside: over(3, 7),
    middle: over(18, 22),
    most,
  }
}
