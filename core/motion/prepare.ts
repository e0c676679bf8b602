import type { CoverFamily } from '../ball/covers.ts'
import { type Statics, drilledBall } from '../ball/drill.ts'
import type { Hole } from '../ball/holes.ts'
import type { Layout } from '../ball/layout.ts'
import { loadsVolumeMl } from '../lane/figures.ts'
import type { Load } from '../lane/film.ts'
import { surfaceDefaults } from '../surface/defaults.ts'
import { type Finish, applyRecipe, effectiveRaUm, recipeByKey } from '../surface/recipe.ts'
import { type FittedCover, type FittedLane, coverStrengthOf, residueUmOf } from './friction.ts'
import type { Delivery } from './release.ts'
import type { MovingBall, ShotInput } from './simulate.ts'

type Known = number | null | undefined

/** What a customer's record says of the bowler; any figure may be missing. */
export interface BowlerRecord {
  readonly hand: 'right' | 'left'
  readonly speedMph?: Known
  readonly revRpm?: Known
  readonly axisRotationDeg?: Known
  readonly axisTiltDeg?: Known
}

/** What was drilled into a ball. */
export interface DrillingRecord {
  readonly drillingAngleDeg: number
  readonly pinToPapIn: number
  readonly valAngleDeg: number
  readonly papOverIn: number
  readonly papUpIn: number
  readonly holes: readonly Hole[]
  readonly topWeightOz?: Known
}

/** What a ball's record says of it, with its surface as it is now. */
export interface BallRecord {
  readonly cover: CoverFamily
  readonly weightLb?: Known
  readonly rgIn?: Known
  readonly differentialIn?: Known
  readonly intermediateDifferentialIn?: Known
  readonly drillingAngleDeg?: Known
  readonly pinToPapIn?: Known
  readonly valAngleDeg?: Known
  /** What was drilled into it, with the PAP it was laid out for; without holes the core's own axes count. */
  readonly drilling?: DrillingRecord | null | undefined
  /** What its own shots taught; null without. */
  readonly fitted?: FittedCover | null | undefined
  readonly surface: {
    readonly finish: Finish | null
    readonly effectiveRaUm: number | null
    readonly oilShare: number
  }
}

/** Figures taken where a record has none: the middle of what is usually met. */
export const assumedFigures = {
  delivery: { speedMph: 17, revRpm: 320, axisRotationDeg: 45, axisTiltDeg: 13 },
  weightLb: 15,
  diameterIn: 8.595,
  rgIn: 2.5,
  differentialIn: 0.048,
  layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 },
} as const

/** What was taken because a record has none: parts of the release, figures of the core, layout, holes, surface. */
export type Assumption = 'speed' | 'revs' | 'rotation' | 'tilt' | 'core' | 'layout' | 'holes' | 'surface'

/** Parts of the release that a record leaves open. */
export const assumedRelease = (bowler: BowlerRecord | undefined): Assumption[] => [
  ...(bowler?.speedMph == null ? (['speed'] as const) : []),
  ...(bowler?.revRpm == null ? (['revs'] as const) : []),
  ...(bowler?.axisRotationDeg == null ? (['rotation'] as const) : []),
  ...(bowler?.axisTiltDeg == null ? (['tilt'] as const) : []),
]

/** Release figures of a bowler: the record's, else the assumed ones. */
export function deliveryOf(bowler: BowlerRecord | undefined): Delivery {
  const { delivery } = assumedFigures
  return {
    speedMph: bowler?.speedMph ?? delivery.speedMph,
    revRpm: bowler?.revRpm ?? delivery.revRpm,
    axisRotationDeg: bowler?.axisRotationDeg ?? delivery.axisRotationDeg,
    axisTiltDeg: bowler?.axisTiltDeg ?? delivery.axisTiltDeg,
  }
}

export interface Ground {
  readonly loads: readonly Load[]
  /** The film as it lies there now. */
  readonly filmUm: Float64Array
  /** Surface factor of the lane. */
  readonly lane?: number | undefined
  /** Factor on the film that lies everywhere. */
  readonly residue?: number | undefined
}

/** A pattern with what shots on it taught. */
export interface LanePattern {
  readonly loads: readonly Load[]
  readonly fitted?: FittedLane | null | undefined
}
/** A pattern's lane as it lies there, with what shots taught of it; `lane` is what somebody tries on top. */
export const groundOn = ({ loads, fitted }: LanePattern, filmUm: Float64Array, lane = 1): Ground => ({
  ...{ loads, filmUm, lane: lane * (fitted?.lane ?? 1) },
  ...(fitted ? { residue: fitted.residue } : {}),
})

/** A ball of a bowler on a lane, ready for the motion core, and what had to be assumed; `surface` is 'now' or a ready recipe's key. */
export function shotOf(
  bowler: BowlerRecord | undefined,
  ball: BallRecord,
  surface: string,
  ground: Ground,
): { readonly shot: Omit<ShotInput, 'release'>; readonly assumptions: readonly Assumption[] } {
  const assumptions = assumedRelease(bowler)
  if (ball.rgIn == null || ball.differentialIn == null) assumptions.push('core')
  const { drillingAngleDeg, pinToPapIn, valAngleDeg } = ball
  const layout: Layout =
    drillingAngleDeg != null && pinToPapIn != null && valAngleDeg != null
      ? { drillingAngleDeg, pinToPapIn, valAngleDeg }
      : assumedFigures.layout
  if (layout === assumedFigures.layout) assumptions.push('layout')
  const drilled = drilledOf(ball)
  if (!drilled) assumptions.push('holes')
  const recipe = recipeByKey(surface)
  const shine = { raTopUm: surfaceDefaults.laneShineUm, raBaseUm: surfaceDefaults.laneShineUm }
  const now = ball.surface.effectiveRaUm
  const raUm = recipe
    ? effectiveRaUm(applyRecipe(ball.surface.finish ?? shine, recipe.steps))
    : (now ?? surfaceDefaults.laneShineUm)
  if (!recipe && now === null) assumptions.push('surface')
  return {
    shot: {
      bowler: { hand: bowler?.hand ?? 'right', ...deliveryOf(bowler) },
      ball: {
        weightLb: ball.weightLb ?? assumedFigures.weightLb,
        diameterIn: assumedFigures.diameterIn,
        rgIn: ball.rgIn ?? assumedFigures.rgIn,
        differentialIn: ball.differentialIn ?? assumedFigures.differentialIn,
        intermediateDifferentialIn: ball.intermediateDifferentialIn ?? 0,
        ...drilled?.figures,
      },
      layout,
      // Oil in the cover takes friction away on the dry; the strength carries it.
      friction: {
        kind: 'film',
        loads: ground.loads,
        filmUm: ground.filmUm,
        raUm,
        cover: ball.cover,
        coverStrength: coverStrengthOf(ball.fitted, ball.surface.oilShare),
        lane: ground.lane,
        ...(ground.residue === undefined
          ? {}
          : { residueUm: residueUmOf(loadsVolumeMl(ground.loads)) * ground.residue }),
      },
    },
    assumptions,
  }
}

const drilledBefore = new WeakMap<DrillingRecord, DrilledRecord>()
interface DrilledRecord {
  readonly figures: DrilledFigures
  readonly statics: Statics
}
type DrilledFigures = Pick<MovingBall, 'weightLb' | 'rgIn' | 'differentialIn' | 'intermediateDifferentialIn' | 'axes'>

/** Figures and axes of a ball with its holes; null where holes or core are not on record. Worked out once for each record. */
function drilledOf(ball: BallRecord): DrilledRecord | null {
  const { drilling } = ball
  if (!drilling || drilling.holes.length === 0 || ball.rgIn == null || ball.differentialIn == null) return null
  const known = drilledBefore.get(drilling)
  if (known) return known
  const { drillingAngleDeg, pinToPapIn, valAngleDeg, papOverIn, papUpIn, holes, topWeightOz } = drilling
  const { weightLb, rgIn, differentialIn, intermediateDifferentialIn, axes, statics } = drilledBall({
    ball: {
      weightLb: ball.weightLb ?? assumedFigures.weightLb,
      rgIn: ball.rgIn,
      differentialIn: ball.differentialIn,
      intermediateDifferentialIn: ball.intermediateDifferentialIn ?? 0,
      ...(topWeightOz == null ? {} : { topWeightOz }),
    },
    layout: { drillingAngleDeg, pinToPapIn, valAngleDeg },
    pap: { overIn: papOverIn, upIn: papUpIn },
    holes,
    diameterIn: assumedFigures.diameterIn,
  })
  const drilled = { figures: { weightLb, rgIn, differentialIn, intermediateDifferentialIn, axes }, statics }
  drilledBefore.set(drilling, drilled)
  return drilled
}

/** Static imbalance of a ball as it is drilled; null without its holes or the blank's top weight on record. */
export const staticsOf = (ball: BallRecord): Statics | null =>
  ball.drilling?.topWeightOz == null ? null : (drilledOf(ball)?.statics ?? null)
