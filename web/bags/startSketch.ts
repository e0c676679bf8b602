/** Boards of a lane, and where its arrows lie: every fifth board, the middle one furthest from the foul line. */
const boards = 39
export const arrowBoards = [5, 10, 15, 20, 25, 30, 35] as const

export interface StartLine {
  readonly laydownBoard: number
  readonly targetBoard: number
}

/**
 * A start line as the bowler sees it from behind: shares of the width from the left, and of the height from the top; boards are counted from the bowler's
 * own side.
 */
export function sketchOf({ laydownBoard, targetBoard }: StartLine, left: boolean) {
  const across = (board: number) => (left ? board - 0.5 : boards - board + 0.5) / boards
  const arrowAt = (board: number) => ({ x: across(board), y: 0.28 + (0.12 * Math.abs(board - 20)) / 15 })
  const from = { x: across(laydownBoard), y: 0.95 }
  const aim = { x: across(targetBoard), y: arrowAt(targetBoard).y }
  // Past the arrows it goes on as it was aimed, to the top.
  const on = (from.y - 0.03) / (from.y - aim.y)
  return { from, aim, past: { x: from.x + on * (aim.x - from.x), y: 0.03 }, arrows: arrowBoards.map(arrowAt) }
}
