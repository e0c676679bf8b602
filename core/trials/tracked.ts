import { boardWidthM } from '../lane/film.ts'
import { entryM } from '../motion/defaults.ts'
import { metresPerFoot } from '../units/convert.ts'

/** A shot as a tracker sends it: where the ball was, and how fast. */
export interface TrackedShot {
  readonly id: string
  readonly at: string
  readonly speedMph: number
  /** Feet from the foul line and boards from the bowler's own side, in the order of the distance. */
  readonly points: readonly (readonly [ft: number, board: number])[]
}

/** What a path tells of a shot. */
export interface TrackedFigures {
  readonly speedMph: number
  /** Where it crossed the arrows: beside where it was aimed by what the hand was off. */
  readonly arrowsBoard: number
  readonly entryBoard: number
  readonly entryAngleDeg: number
  readonly breakpointBoard: number
  readonly breakpointFt: number
  /** Null where the direction never turned. */
  readonly firstReadFt: number | null
  readonly path: TrackedShot['points']
}
export type ReadTracked =
  | { readonly ok: true; readonly figures: TrackedFigures }
  | { readonly ok: false; readonly why: 'no-path' | 'broken-path' | 'speed' }

/** The arrows' line where a target is called, and where the ball meets the head pin, ft; the lane ends beyond. */
const arrowsFt = 15
const pinsFt = entryM / metresPerFoot
const laneFt = 61
/** A path has to be seen so far, in so many places. */
const leastPoints = 12
const seenFromFt = 10
const seenToFt = 55
/** Boards between two places of a foot's distance that no ball does. */
const mostBoardsAFoot = 3
/** The direction has turned where it is so far from the first one (handbook 03). */
const turnedDeg = 1.5
const degreesOf = (boardsAFoot: number) => (Math.atan((boardsAFoot * boardWidthM) / metresPerFoot) * 180) / Math.PI

type Points = TrackedShot['points']
/** Straight line through points by least squares: board at 0 ft and boards a foot. */
function lineThrough(points: Points): { readonly at: number; readonly slope: number } {
  const n = points.length
  const [mx, my] = [
    points.reduce((sum, [ft]) => sum + ft, 0) / n,
    points.reduce((sum, [, board]) => sum + board, 0) / n,
  ]
  const sxx = points.reduce((sum, [ft]) => sum + (ft - mx) ** 2, 0)
  const slope = sxx === 0 ? 0 : points.reduce((sum, [ft, board]) => sum + (ft - mx) * (board - my), 0) / sxx
  return { at: my - slope * mx, slope }
}
const between = (points: Points, from: number, to: number) => points.filter(([ft]) => ft >= from && ft <= to)
/** Board at a distance by a line through what was seen about it: one reading is off by a quarter of a board. */
function boardAt(points: Points, ft: number, reach = 3): number {
  const near = between(points, ft - reach, ft + reach)
  const { at, slope } = lineThrough(near.length >= 3 ? near : points.slice(-5))
  return at + slope * ft
}

/** Reads a tracker's shot: figures as they would have been noted, or why it cannot be gone by. Angles by lines over some feet, since single places are noisy. */
export function readTracked(shot: TrackedShot): ReadTracked {
  if (!Array.isArray(shot.points)) return { ok: false, why: 'no-path' }
  const points = shot.points.filter(
    (point) =>
      Array.isArray(point) &&
      point.length === 2 &&
      point.every((one) => typeof one === 'number' && Number.isFinite(one)),
  )
  if (points.length < leastPoints) return { ok: false, why: 'no-path' }
  const broken = points.some(([ft, board], i) => {
    if (board < -2 || board > 41 || ft < 0 || ft > laneFt) return true
    const before = points[i - 1]
    return before !== undefined && (ft <= before[0] || Math.abs(board - before[1]) > mostBoardsAFoot * (ft - before[0]))
  })
  const seen = points[0]![0] <= seenFromFt && points.at(-1)![0] >= seenToFt
  if (broken || points.length < shot.points.length || !seen) return { ok: false, why: 'broken-path' }
  if (!(shot.speedMph >= 8 && shot.speedMph <= 30)) return { ok: false, why: 'speed' }
  const smooth = points.map(([ft]): readonly [number, number] => [ft, boardAt(points, ft, 2)])
  const breakpoint = smooth.reduce((least, point) => (point[1] < least[1] ? point : least))
  const seenFt = points[0]![0]
  const start = degreesOf(lineThrough(between(points, seenFt, seenFt + 5)).slope)
  const turned = smooth.find(
    ([ft]) =>
      ft > seenFt + 6 &&
      ft < pinsFt - 3 &&
      degreesOf(lineThrough(between(points, ft - 3, ft + 3)).slope) - start > turnedDeg,
  )
  return {
    ok: true,
    figures: {
      speedMph: shot.speedMph,
      arrowsBoard: boardAt(points, arrowsFt),
      entryBoard: boardAt(points, pinsFt, 4),
      entryAngleDeg: degreesOf(lineThrough(between(points, pinsFt - 5, pinsFt)).slope),
      breakpointBoard: breakpoint[1],
      breakpointFt: breakpoint[0],
      firstReadFt: turned ? turned[0] : null,
      path: points,
    },
  }
}
