import type { Ball, Customer, Pattern } from '@sleetfall/contract'
import {
  type ShotInput,
  applyRecipe,
  effectiveRaUm,
  filmAfterShots,
  filmOf,
  launchAngleDeg,
  mirrorFilm,
  oilFrictionFactor,
  recipeByKey,
  surfaceDefaults,
} from '@sleetfall/core'

/** What a what-if is asked about; everything of it stands in the address, so that a link opens it again. */
export interface Setup {
  readonly customerId: string | null
  readonly ballId: string | null
  readonly patternId: string | null
  /** Surface: as it is now, or after a ready recipe. */
  readonly surface: string
  readonly shots: number
  readonly laydown: number
  readonly target: number
  /** Changes of the release; null: as the customer's record has it. */
  readonly speedMph: number | null
  readonly revRpm: number | null
  readonly axisRotationDeg: number | null
  readonly axisTiltDeg: number | null
}

export const emptySetup: Setup = {
  customerId: null,
  ballId: null,
  patternId: null,
  surface: 'now',
  shots: 0,
  laydown: 22,
  target: 12,
  speedMph: null,
  revRpm: null,
  axisRotationDeg: null,
  axisTiltDeg: null,
}

const numbers = ['shots', 'laydown', 'target', 'speedMph', 'revRpm', 'axisRotationDeg', 'axisTiltDeg'] as const

/** A set-up as the query of an address; what is not set is left out. */
export function toQuery(setup: Setup): Record<string, string> {
  return Object.fromEntries(
    Object.entries(setup)
      .filter(([key, value]) => value !== null && value !== emptySetup[key as keyof Setup])
      .map(([key, value]) => [key, typeof value === 'number' ? String(Number(value.toFixed(2))) : String(value)]),
  )
}

/** Reads a set-up from an address; figures that are none are left at their start. */
export function fromQuery(query: Readonly<Record<string, unknown>>): Setup {
  const text = (key: string) => (typeof query[key] === 'string' && query[key] !== '' ? query[key] : undefined)
  const read = Object.fromEntries(
    numbers.flatMap((key) => (Number.isFinite(Number(text(key) ?? Number.NaN)) ? [[key, Number(text(key))]] : [])),
  )
  const { customerId, ballId, patternId, surface } = emptySetup
  return {
    ...emptySetup,
    customerId: text('customerId') ?? customerId,
    ballId: text('ballId') ?? ballId,
    patternId: text('patternId') ?? patternId,
    surface: text('surface') ?? surface,
    ...read,
  }
}

/** Figures taken where the record has none: the middle of what is usually met. */
const assumed = {
  speedMph: 17,
  revRpm: 320,
  axisRotationDeg: 45,
  axisTiltDeg: 13,
  rgIn: 2.5,
  differentialIn: 0.048,
  weightLb: 15,
  layout: { drillingAngleDeg: 50, pinToPapIn: 4.5, valAngleDeg: 40 },
}
export type Assumption = 'release' | 'core' | 'layout' | 'surface'

export interface Prepared {
  readonly input: ShotInput
  /** Film on the lane as the drawing shows it, own gutter at the foot. */
  readonly filmUm: Float64Array
  /** What was taken because the record has none. */
  readonly assumptions: readonly Assumption[]
}

/** Release figures that apply: the set-up's own, else the record's, else the assumed ones. */
export function releaseOf(setup: Setup, customer: Customer | undefined) {
  return {
    speedMph: setup.speedMph ?? customer?.speedMph ?? assumed.speedMph,
    revRpm: setup.revRpm ?? customer?.revRpm ?? assumed.revRpm,
    axisRotationDeg: setup.axisRotationDeg ?? customer?.axisRotationDeg ?? assumed.axisRotationDeg,
    axisTiltDeg: setup.axisTiltDeg ?? customer?.axisTiltDeg ?? assumed.axisTiltDeg,
  }
}

/** Film of a pattern after shots on the usual lines of its bowlers. */
export const filmInUse = (pattern: Pattern, shots: number) =>
  shots === 0 ? filmOf(pattern.loads) : filmAfterShots(filmOf(pattern.loads), shots).filmUm

/** Everything the motion core needs, and what had to be assumed. */
export function prepare(
  setup: Setup,
  customer: Customer | undefined,
  ball: Ball,
  pattern: Pattern,
  film: Float64Array,
): Prepared {
  const assumptions: Assumption[] = []
  const hand = customer?.hand ?? 'right'
  if (customer?.speedMph == null || customer.revRpm == null) assumptions.push('release')
  if (ball.rgIn == null || ball.differentialIn == null) assumptions.push('core')
  const { drillingAngleDeg, pinToPapIn, valAngleDeg } = ball
  const layout =
    drillingAngleDeg != null && pinToPapIn != null && valAngleDeg != null
      ? { drillingAngleDeg, pinToPapIn, valAngleDeg }
      : assumed.layout
  if (layout === assumed.layout) assumptions.push('layout')
  const recipe = recipeByKey(setup.surface)
  const shine = { raTopUm: surfaceDefaults.laneShineUm, raBaseUm: surfaceDefaults.laneShineUm }
  const raUm = recipe
    ? effectiveRaUm(applyRecipe(ball.surface.finish ?? shine, recipe.steps))
    : (ball.surface.effectiveRaUm ?? surfaceDefaults.laneShineUm)
  if (!recipe && ball.surface.effectiveRaUm === null) assumptions.push('surface')
  const input: ShotInput = {
    bowler: { hand, ...releaseOf(setup, customer) },
    ball: {
      weightLb: ball.weightLb ?? assumed.weightLb,
      diameterIn: 8.595,
      rgIn: ball.rgIn ?? assumed.rgIn,
      differentialIn: ball.differentialIn ?? assumed.differentialIn,
      intermediateDifferentialIn: ball.intermediateDifferentialIn ?? 0,
    },
    layout,
    release: { laydownBoard: setup.laydown, launchAngleDeg: launchAngleDeg(setup.laydown, setup.target) },
    // Oil in the cover takes friction away on the dry; the strength carries it.
    friction: {
      kind: 'film',
      loads: pattern.loads,
      filmUm: film,
      raUm,
      cover: ball.cover,
      coverStrength: oilFrictionFactor(ball.surface.oilShare),
    },
  }
  return { input, filmUm: hand === 'left' ? mirrorFilm(film) : film, assumptions }
}
