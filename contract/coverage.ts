import type {
  BallSpec,
  Condition,
  CoverageMap,
  ForecastScore,
  Layout,
  PatternTrust,
  Plan,
  PlanStep,
  ScoredForecast,
  StateKey,
  StyleBand,
  WantedMotion,
  Work,
} from '@sleetfall/core'
import * as yup from 'yup'
import type { OfferedFix } from './bench.ts'
import { identifier, whole } from './fields.ts'
import { later } from './later.ts'
import { wrong } from './said.ts'

export interface CoverageTarget {
  readonly id: string
  readonly name: string
  readonly condition: Condition
  readonly lengthFt: number
  readonly volumeMl: number
  /** What its doubt rests on: shots on it, a measurement, its sheet, or word of mouth. */
  readonly knownBy: PatternTrust | 'fitted'
  /** Events that bring this pattern, nearest first. */
  readonly events: readonly { readonly id: string; readonly name: string; readonly nextOn: string }[]
}

/** Coverage of one customer's balls in every phase of the patterns of the events ahead. */
export interface CoverageView {
  readonly customerId: string
  readonly band: StyleBand | null
  /** How far the release may be off its record, one standard deviation, as a change of the rev rate. */
  readonly releaseDoubtRpm: number
  /** Strikes in a hundred. */
  readonly tolerance: number
  readonly balls: readonly {
    readonly id: string
    readonly name: string
    readonly cover: string
    readonly grit: number | null
    /** Its strength was fitted to shots. */
    readonly fitted: boolean
  }[]
  readonly targets: readonly CoverageTarget[]
  readonly phases: readonly number[]
  /** Chance of a strike with the best ball of any kind, by state in the order of targets and phases; null where the engine has not answered. */
  readonly best: readonly (StateKey & { readonly strikes: number | null })[]
  readonly map: CoverageMap
  /** Where balls that do well in a state read and how they finish, by all that the engine was asked about; null where too few do. */
  readonly wanted: readonly WantedMotion[]
  readonly fixes: readonly (StateKey & { readonly fixes: readonly OfferedFix[] })[]
  /**
   * Whether the engine's answers are of balls, lanes and bowler as they are now; what is missing or stale is being
   * computed; `fixes`: the map is of now, the balls after work are not through. */
  readonly engine: {
    readonly state: 'ready' | 'fixes' | 'stale' | 'none'
    readonly done: number
    readonly total: number
    readonly computedAt: string | null
    /** Somebody stopped it; it goes on when somebody says so, or when what it rests on changes. */
    readonly stopped: boolean
  }
}

/** A pattern that a bowler meets soon and none of their balls covers. */
export interface NearGap {
  readonly customerId: string
  readonly customerName: string
  readonly patternId: string
  readonly patternName: string
  readonly shots: number
  readonly eventName: string
  readonly on: string
  readonly fix: Pick<OfferedFix, 'action' | 'ballName' | 'recipeKey'> | null
}
/** One work on one ball that fills more than one gap of a bowler and opens none. */
export interface NearWork extends Pick<OfferedFix, 'action' | 'ballName' | 'recipeKey'> {
  readonly customerId: string
  readonly customerName: string
  readonly fills: readonly Pick<NearGap, 'patternId' | 'patternName' | 'shots'>[]
  /** The first day on which one of them is met. */
  readonly on: string
}
/** A ball that is near the best in nothing its bowler meets ahead, and that no work brings there. */
export interface UnplacedBall {
  readonly customerId: string
  readonly customerName: string
  readonly ballId: string
  readonly ballName: string
  /** Strikes in a hundred that it gives away where it does best. */
  readonly givenAway: number
}
export interface NearGaps {
  readonly gaps: readonly NearGap[]
  /** What does most first. */
  readonly works: readonly NearWork[]
  readonly unplaced: readonly UnplacedBall[]
  /** Bowlers of whom the engine has not answered yet: their balls are being computed. */
  readonly waiting: number
}

/** What a plan may do: balls that may be bought, and how many are carried (all when not given). */
export const planWishesSchema = later(() =>
  yup.object({
    bought: whole('ballsToBuy', 0, 2).default(0),
    carried: whole('ballsCarried', 1, 12).nullable().default(null),
  }),
)

/** Works that were put on the bench from a plan. */
const mostPromised = 12
export const promisesSchema = later(() =>
  yup.object({
    jobIds: yup
      .array(identifier('job').required(wrong('job', 'missing')))
      .label('job')
      .min(1, wrong('job', 'missing'))
      .max(mostPromised, wrong('job', 'atMost', { count: mostPromised }))
      .required(wrong('job', 'missing')),
  }),
)

/** Which ball in which state remedies are asked for. */
export const remedySchema = later(() =>
  yup.object({
    ball: identifier('ball'),
    targetId: identifier('pattern'),
    shots: whole('shots', 0, 1000).required(wrong('shots', 'missing')),
  }),
)
export type RemedyQuestion = yup.InferType<typeof remedySchema>

/** What the map said before a trial, beside what the trial showed. */
export interface HeldForecast extends ScoredForecast {
  readonly trialId: string
  readonly question: string
  readonly customerName: string
  readonly ballName: string
  readonly startedAt: string
}
/** How good forecasts are: over the shop's latest trials, and the last of them one by one. */
export interface HeldForecasts {
  readonly score: ForecastScore | null
  readonly latest: readonly HeldForecast[]
}
/** What the maps said, and what works were promised to bring when they were put on the bench. */
export interface ForecastsView extends HeldForecasts {
  readonly promised: HeldForecasts
}

/** A step of a plan as it can be put on the bench, or looked for in the shop. */
export interface OfferedStep extends PlanStep {
  readonly ballName: string | null
  readonly action: Work['action'] | 'layout' | 'buy'
  readonly recipeKey: string | null
  /** Where it is plugged and redrilled: to what. */
  readonly layout: Layout | null
  /** What to look for; null of work on a ball. */
  readonly spec: BallSpec | null
  readonly due: OfferedFix['due']
}
export interface OfferedPlan extends Omit<Plan, 'steps'> {
  readonly steps: readonly OfferedStep[]
}
/** Plans over all balls of a customer together. */
export interface PlansView {
  readonly now: OfferedPlan
  readonly plans: readonly OfferedPlan[]
  readonly robust: OfferedPlan
  readonly proved: boolean
  readonly combinations: number
  /** How often each state is met in what lies ahead, in nights. */
  readonly states: readonly (StateKey & { readonly weight: number; readonly seldom: boolean })[]
}
