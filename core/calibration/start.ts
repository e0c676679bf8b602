/**
 * What is believed before any shot, all of it assumed: one standard deviation of a ball's strength (log) about its cover, of a cover about the
 * shop's balls and of these about the starting values; of the lane's factor and the residue (log); of the oil's share in taking friction away (log).
 * Together the strengths reach about from 0.75 to 1.3, the range that the friction law is meant for.
 */
export const calibrationStart = {
  ballSd: 0.1,
  coverSd: 0.06,
  shopSd: 0.04,
  laneSd: 0.08,
  residueSd: 0.4,
  oilSd: 0.3,
  /** Feet as noted against where the ball was laid down: the slide beside the foot is assumed. */
  laydownSd: 1,
} as const
