/** A test before and one after oil came out of a ball, on the same pattern, with nothing else changed. */
export interface OilPair {
  /** Boards that the entry moved toward the hook after the work, measured and adjusted for aim. */
  readonly boards: number
  /** One standard deviation of that. */
  readonly sd: number
  /** What the motion core says it should have moved with the oil as estimated. */
  readonly predictedBoards: number
}

export interface OilCorrection {
  /** Factor on the oil that a game leaves: posterior median and 90 % band. */
  readonly factor: number
  readonly low: number
  readonly high: number
  readonly pairs: number
}

/** Without tests the estimate may be off by about a factor of 1.6 either way (90 %). */
const priorSd = Math.log(1.6) / 1.645
/** Lanes differ from day to day, whatever the shots of one day say: boards. */
const dayToDaySd = 0.7
const gridHalf = 400
const gridReach = 4

/**
 * What tests before and after say of the shop's oil estimate: log-normal prior about 1, normal noise of each pair, the moved
 * boards proportional to the oil taken out; on a grid, so that the same tests give the same figure everywhere.
 */
export function learnOilCorrection(pairs: readonly OilPair[]): OilCorrection {
  const points = Array.from({ length: 2 * gridHalf + 1 }, (_, index) => {
    const logFactor = ((index - gridHalf) / gridHalf) * gridReach * priorSd
    const misfit = pairs.reduce(
      (sum, { boards, sd, predictedBoards }) => {
        const off = boards - Math.exp(logFactor) * predictedBoards
        return sum + (off * off) / (2 * (sd * sd + dayToDaySd * dayToDaySd))
      },
      logFactor ** 2 / (2 * priorSd ** 2),
    )
    return { logFactor, misfit }
  })
  const least = Math.min(...points.map((point) => point.misfit))
  const weights = points.map((point) => Math.exp(least - point.misfit))
  const total = weights.reduce((sum, weight) => sum + weight, 0)
  const at = (share: number) => {
    let sum = 0
    for (const [index, weight] of weights.entries()) {
      sum += weight / total
      if (sum >= share) return Math.exp(points[index]!.logFactor)
    }
    return Math.exp(points.at(-1)!.logFactor)
  }
  return { factor: at(0.5), low: at(0.05), high: at(0.95), pairs: pairs.length }
}
