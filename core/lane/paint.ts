import { type Load, boardCount } from './film.ts'

const lastFt = 60
const within = (low: number, value: number, high: number) => Math.min(high, Math.max(low, value))

interface LanePoint {
  readonly board: number
  readonly ft: number
}
/** The load painted from one point of the lane to another; toward the foul line it is a reverse one. */
export const loadBetween = (from: LanePoint, to: LanePoint, loads: number, microlitresPerBoard: number): Load => ({
  fromBoard: Math.min(from.board, to.board),
  toBoard: Math.max(from.board, to.board),
  loads,
  microlitresPerBoard,
  startFt: from.ft,
  endFt: to.ft,
})

/**
 * A load moved over the boards and along the lane by whole steps, as far as the lane reaches; with `farEdges` only its last board and its
 * end move. A load without length is none, so then it stays as it was.
 */
export function loadMoved(load: Load, boards: number, feet: number, farEdges = false): Load {
  const wide = load.toBoard - load.fromBoard
  const along = within(-Math.min(load.startFt, load.endFt), feet, lastFt - Math.max(load.startFt, load.endFt))
  const moved: Load = farEdges
    ? {
        ...load,
        toBoard: within(load.fromBoard, load.toBoard + boards, boardCount),
        endFt: within(0, load.endFt + feet, lastFt),
      }
    : {
        ...load,
        fromBoard: within(1, load.fromBoard + boards, boardCount - wide),
        toBoard: within(1 + wide, load.toBoard + boards, boardCount),
        startFt: load.startFt + along,
        endFt: load.endFt + along,
      }
  return moved.startFt === moved.endFt ? load : moved
}
