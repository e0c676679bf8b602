import type { Ball, Customer, Pattern } from '@sleetfall/contract'
import {
  type Assumption,
  type ShotInput,
  deliveryOf,
  filmAfterShots,
  filmOf,
  groundOn,
  launchAngleDeg,
  mirrorFilm,
  shotOf,
} from '@sleetfall/core'

/** What a what-if is asked about; everything of it stands in the address, so that a link opens it again. */
export interface Setup {
  readonly customerId: string | null
  readonly ballId: string | null
  readonly patternId: string | null
  /** Surface: as it is now, or after a ready recipe. */
  readonly surface: string
  readonly shots: number
  /** Surface factor of the lane. */
  readonly lane: number
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
  lane: 1,
  laydown: 22,
  target: 12,
  speedMph: null,
  revRpm: null,
  axisRotationDeg: null,
  axisTiltDeg: null,
}

const numbers = ['shots', 'lane', 'laydown', 'target', 'speedMph', 'revRpm', 'axisRotationDeg', 'axisTiltDeg'] as const

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

export interface Prepared {
  readonly input: ShotInput
  /** Film on the lane as the drawing shows it, own gutter at the foot. */
  readonly filmUm: Float64Array
  /** What was taken because the record has none. */
  readonly assumptions: readonly Assumption[]
}

/** Release figures that apply: the set-up's own, else the record's, else the assumed ones. */
export function releaseOf(setup: Setup, customer: Customer | undefined) {
  const home = deliveryOf(customer)
  return {
    speedMph: setup.speedMph ?? home.speedMph,
    revRpm: setup.revRpm ?? home.revRpm,
    axisRotationDeg: setup.axisRotationDeg ?? home.axisRotationDeg,
    axisTiltDeg: setup.axisTiltDeg ?? home.axisTiltDeg,
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
  const ground = groundOn(pattern, film, setup.lane)
  const { shot, assumptions } = shotOf(customer, ball, setup.surface, ground)
  const { hand } = shot.bowler
  const input: ShotInput = {
    ...shot,
    bowler: { hand, ...releaseOf(setup, customer) },
    release: { laydownBoard: setup.laydown, launchAngleDeg: launchAngleDeg(setup.laydown, setup.target) },
  }
  // What the set-up itself says is not assumed.
  const said: Partial<Record<Assumption, number | null>> = {
    speed: setup.speedMph,
    revs: setup.revRpm,
    rotation: setup.axisRotationDeg,
    tilt: setup.axisTiltDeg,
  }
  return {
    input,
    filmUm: hand === 'left' ? mirrorFilm(film) : film,
    assumptions: assumptions.filter((one) => said[one] == null),
  }
}
