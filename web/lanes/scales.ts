import { boardCount } from '@sleetfall/core'
import { scaleLinear } from 'd3-scale'

/** Size of the lane drawing's own units: 60 ft along, 39 boards across. */
const [width, height] = [600, 195]
/** Feet from the foul line to x. */
const x = scaleLinear().domain([0, 60]).range([0, width])
/** Board (its centre) to y, board 1 at the foot. */
const y = scaleLinear()
  .domain([0.5, boardCount + 0.5])
  .range([height, 0])

export const plot = { width, height, x, y }

/** Lower edge of a board. */
export const boardEdge = (board: number) => y(board - 0.5)
/** Board under a share of the height from the top. */
export const boardAt = (share: number) => Math.min(boardCount, Math.max(1, Math.floor(y.invert(share * height) + 0.5)))
/** Distance under a share of the width, to half a foot. */
export const footAt = (share: number) => Math.min(60, Math.max(0, Math.round(2 * x.invert(share * width)) / 2))
