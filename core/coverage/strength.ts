import type { CoverFamily } from '../ball/covers.ts'
import { type FittedCover, coverStrengthOf } from '../motion/friction.ts'

/** What decides how early a ball reads, apart from the bowler. */
export interface ReadingBall {
  readonly cover: CoverFamily
  readonly effectiveRaUm: number
  readonly oilShare: number
  readonly rgIn: number | null
  readonly differentialIn: number | null
  /** What its own shots taught; null without. */
  readonly fitted?: FittedCover | null | undefined
}

/**
 * How much earlier (+) or later (−) than a solid of the same surface a cover reads, as a share in log Ra: assumed,
 * but for what the ball's own shots taught. Order from practice: urethane earliest, polyester hardly at all.
 */
const coverOffset: Record<CoverFamily, number> = {
  solid: 0,
  hybrid: -0.1,
  pearl: -0.2,
  urethane: 0.3,
  polyester: -1.3,
}
/** Core of the middle of the market, and how far the usual range moves the first read (log Ra a thousandth). */
const middleDifferentialIn = 0.048
const perDifferentialIn = 8
const middleRgIn = 2.5
const perRgIn = 4
/** A stronger cover reads earlier, and oil in it takes strength away; a full ball (factor 0.7) reads like one about a third smoother. */
const perStrength = 1.2

/**
 * Roughness (µm) at which a clean solid ball of a middling core would read as early as this ball does: one scale
 * on which balls of different covers can be held against the starting-surface table.
 */
export function equivalentRaUm(ball: ReadingBall): number {
  const core =
    perDifferentialIn * ((ball.differentialIn ?? middleDifferentialIn) - middleDifferentialIn) -
    perRgIn * ((ball.rgIn ?? middleRgIn) - middleRgIn)
  const strength = perStrength * Math.log(coverStrengthOf(ball.fitted, ball.oilShare))
  return ball.effectiveRaUm * Math.exp(coverOffset[ball.cover] + core + strength)
}
