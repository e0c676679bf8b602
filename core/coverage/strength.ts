import type { CoverFamily } from '../ball/covers.ts'
import { oilFrictionFactor } from '../surface/oil.ts'

/** What decides how early a ball reads, apart from the bowler. */
export interface ReadingBall {
  readonly cover: CoverFamily
  readonly effectiveRaUm: number
  readonly oilShare: number
  readonly rgIn: number | null
  readonly differentialIn: number | null
}

/**
 * How much earlier (+) or later (−) than a solid of the same surface a cover reads, as a share in log Ra: assumed
 * until the motion core is calibrated to trials. Order from practice: urethane earliest, polyester hardly at all.
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
/** Oil in the cover takes friction away; a full ball (factor 0.7) reads like one about a third smoother. */
const perOilFriction = 1.2

/**
 * Roughness (µm) at which a clean solid ball of a middling core would read as early as this ball does: one scale
 * on which balls of different covers can be held against the starting-surface table.
 */
export function equivalentRaUm(ball: ReadingBall): number {
  const core =
    perDifferentialIn * ((ball.differentialIn ?? middleDifferentialIn) - middleDifferentialIn) -
    perRgIn * ((ball.rgIn ?? middleRgIn) - middleRgIn)
  const oil = perOilFriction * Math.log(oilFrictionFactor(ball.oilShare))
  return ball.effectiveRaUm * Math.exp(coverOffset[ball.cover] + core + oil)
}
