import type { CoverFamily } from '../ball/covers.ts'
import type { Statics } from '../ball/drill.ts'

/** When a ball's surface may be changed, from the strictest on. */
export const surfaceChanges = ['never', 'before-check-in', 'before-play', 'between-games'] as const
export type SurfaceChange = (typeof surfaceChanges)[number]
/** When a cleaner may be used on a ball. */
export const cleanerRules = ['never', 'between-games', 'any'] as const
/** What is asked of urethane beside the hardness of every cover. */
export const urethaneRules = ['allowed', 'forbidden'] as const

/** What a set of rules asks of balls; null where it says nothing. */
export interface BallRules {
  readonly mostBalls: number | null
  readonly mostWeightLb: number | null
  readonly leastHardnessD: number | null
  readonly leastUrethaneHardnessD: number | null
  /** Roughness of the surface, µm Ra. */
  readonly mostRaUm: number | null
  readonly leastRgIn: number | null
  readonly mostRgIn: number | null
  readonly mostDifferentialIn: number | null
  readonly mostStaticOz: number | null
  readonly urethane: (typeof urethaneRules)[number]
  readonly surfaceChange: SurfaceChange
  readonly cleaner: (typeof cleanerRules)[number]
}

/** What of a ball the rules ask about; null where nobody knows. */
export interface RuledBall {
  readonly cover: CoverFamily
  readonly weightLb: number | null
  readonly hardnessD: number | null
  readonly raTopUm: number | null
  readonly rgIn: number | null
  readonly differentialIn: number | null
  /** Static imbalance as drilled; null without holes or top weight on record. */
  readonly statics: Statics | null
}

export const ballRuleKinds = ['weight', 'hardness', 'roughness', 'rg', 'differential', 'static', 'urethane'] as const
export type BallRuleKind = (typeof ballRuleKinds)[number]
/** One thing that rules ask of a ball. `unknown`: nothing on record tells. */
export interface BallRuling {
  readonly rule: BallRuleKind
  readonly ruling: 'keeps' | 'breaks' | 'unknown'
  readonly value: number | null
  readonly least: number | null
  readonly most: number | null
}

/** Figures are compared as they are quoted: a hair of rounding breaks no rule. */
const slack = 1e-9

function within(rule: BallRuleKind, value: number | null, least: number | null, most: number | null): BallRuling[] {
  if (least === null && most === null) return []
  const breaks =
    value !== null && ((least !== null && value < least - slack) || (most !== null && value > most + slack))
  return [{ rule, ruling: value === null ? 'unknown' : breaks ? 'breaks' : 'keeps', value, least, most }]
}

/** Everything that rules ask of a ball, with what the record says: the organiser's own measuring comes first. */
export function rulingsOn(rules: BallRules, ball: RuledBall): BallRuling[] {
  const hardness =
    ball.cover === 'urethane' ? (rules.leastUrethaneHardnessD ?? rules.leastHardnessD) : rules.leastHardnessD
  const worst = ball.statics && Math.max(...Object.values(ball.statics).map(Math.abs))
  const urethane: BallRuling[] =
    rules.urethane === 'forbidden' && ball.cover === 'urethane'
      ? [{ rule: 'urethane', ruling: 'breaks', value: null, least: null, most: null }]
      : []
  return [
    ...urethane,
    ...within('weight', ball.weightLb, null, rules.mostWeightLb),
    ...within('hardness', ball.hardnessD, hardness, null),
    ...within('roughness', ball.raTopUm, null, rules.mostRaUm),
    ...within('rg', ball.rgIn, rules.leastRgIn, rules.mostRgIn),
    ...within('differential', ball.differentialIn, null, rules.mostDifferentialIn),
    ...within('static', worst, null, rules.mostStaticOz),
  ]
}

/** Whether rules keep a ball out whatever is done to it on the bench: all but its roughness, which work changes. */
export const isOut = (rulings: readonly BallRuling[]) =>
  rulings.some(({ rule, ruling }) => ruling === 'breaks' && rule !== 'roughness')

/** Whether a surface is rougher than rules allow; unknown roughness is nobody's breach. */
export const isTooRough = ({ mostRaUm }: Pick<BallRules, 'mostRaUm'>, raTopUm: number | null) =>
  mostRaUm !== null && raTopUm !== null && raTopUm > mostRaUm + slack
