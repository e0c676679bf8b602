import jstat from 'jstat'
import { levenbergMarquardt } from 'ml-levenberg-marquardt'
import { CholeskyDecomposition, Matrix } from 'ml-matrix'
import {
  type Common,
  type Meant,
  type Own,
  type OwnName,
  type Seen,
  foretold,
  meantOf,
  offBy,
  ownNames,
  ownSd,
  seenOf,
} from './observed.ts'
import { calibrationStart } from './start.ts'
import type {
  CalibrationFit,
  CalibrationQuestion,
  CalibrationShot,
  FittedParameter,
  FittedShot,
  Off,
  ParameterKind,
  SetUp,
} from './types.ts'

/** Fewer shots move nothing that could be relied on. */
export const leastCalibrationShots = 6
/** Rounds of the fit, and steps in each: what differs from shot to shot is taken as straight about where the last round found it. */
const rounds = [4, 3, 3]
/** A shot that lies beyond this share of what the model expects is left out once, and said. */
const outlierShare = 0.999
/** Parameters so much correlated stand for each other. */
const tangledFrom = 0.8
const step = 0.1
/** Times that a shot's own aim is looked for anew. */
const settlings = 2
/** Standard normal quantile of 95 %. */
const z95 = 1.645

/** A parameter in units of its prior's standard deviation, 0 at its mean. */
interface Parameter {
  readonly kind: ParameterKind
  readonly of: string
  readonly mean: number
  readonly sd: number
  /** Factors are exponentials. */
  readonly factor: boolean
  /** What the release has without it. */
  readonly from: number
}
const kindsOf = {
  strength: 'ballId',
  oil: 'ballId',
  lane: 'patternId',
  residue: 'patternId',
  laydown: 'trialId',
} as const
const parts = {
  speed: 'speedMph',
  revs: 'revRpm',
  rotation: 'axisRotationDeg',
  tilt: 'axisTiltDeg',
} as const
const factors: readonly ParameterKind[] = ['strength', 'oil', 'lane', 'residue']

/** What can be told from these shots; what cannot show in any of them is no parameter. */
function parametersOf({ setUps, shots, bowlers, strengths }: CalibrationQuestion): Parameter[] {
  const used = [...new Set(shots.map((shot) => shot.setUp))].map((at) => setUps[at]!)
  const { laneSd, residueSd, oilSd, laydownSd } = calibrationStart
  const each = (name: 'ballId' | 'patternId' | 'bowlerId' | 'trialId') => [...new Set(used.map((one) => one[name]))]
  const one = (kind: ParameterKind, of: string, sd: number, mean = 0, from = 0): Parameter => ({
    ...{ kind, of, mean, sd, from, factor: factors.includes(kind) },
  })
  const shotsBy = (bowlerId: string) => shots.filter((shot) => setUps[shot.setUp]!.bowlerId === bowlerId)
  return [
    ...each('ballId').flatMap((ballId) => {
      const { mean, sd } = strengths[ballId]!
      // Oil tells itself apart from strength only where there was more and less of it.
      const shares = used.filter((setUp) => setUp.ballId === ballId).map((setUp) => setUp.oilShare)
      const oily = Math.max(...shares) - Math.min(...shares) > 0.05
      return [one('strength', ballId, sd, mean), ...(oily ? [one('oil', ballId, oilSd)] : [])]
    }),
    ...each('patternId').flatMap((id) => [one('lane', id, laneSd), one('residue', id, residueSd)]),
    ...bowlers
      .filter(({ bowlerId }) => each('bowlerId').includes(bowlerId))
      .flatMap((doubt) => {
        const { bowler } = used.find(({ bowlerId }) => bowlerId === doubt.bowlerId)!.shot
        const unnoted = shotsBy(doubt.bowlerId).some((shot) => shot.speedMph == null)
        return (['speed', 'revs', 'rotation', 'tilt'] as const)
          .filter((kind) => kind !== 'speed' || unnoted)
          .map((kind) => one(kind, doubt.bowlerId, doubt[parts[kind]], 0, bowler[parts[kind]]))
      }),
    ...each('trialId')
      .filter((id) => shots.some((shot) => !shot.path && setUps[shot.setUp]!.trialId === id))
      .map((id) => one('laydown', id, laydownSd)),
  ]
}

const nothingOwn: Own = ownNames.map(() => 0)
const valueOf = ({ mean, sd, factor }: Parameter, z: number) => (factor ? Math.exp(mean + sd * z) : mean + sd * z)

/** What the parameters say of a set-up. */
function commonOf(parameters: readonly Parameter[], at: readonly number[], setUp: SetUp): Common {
  const of = (kind: ParameterKind, otherwise: number) => {
    const owner = kind in kindsOf ? setUp[kindsOf[kind as keyof typeof kindsOf]] : setUp.bowlerId
    const index = parameters.findIndex((one) => one.kind === kind && one.of === owner)
    return index === -1 ? otherwise : valueOf(parameters[index]!, at[index]!)
  }
  return {
    ...{ strength: of('strength', 1), oil: of('oil', 1), lane: of('lane', 1), residue: of('residue', 1) },
    ...{ speed: of('speed', 0), revs: of('revs', 0), rotation: of('rotation', 0), tilt: of('tilt', 0) },
    laydown: of('laydown', 0),
  }
}

/** A shot with what the last round left of it. */
interface Held {
  readonly shot: CalibrationShot
  readonly setUp: SetUp
  readonly meant: Meant
  readonly seen: Seen
  readonly ownSd: Own
  /** Where its own deviations are believed to be. */
  own: Own
  leftOut: boolean
}

/** A shot's figures about where its own deviations are, these integrated out: what is off, in independent units of one standard deviation. */
interface Whitened {
  readonly held: Held
  readonly factor: CholeskyDecomposition
  /** What the own deviations add at the middle of their prior. */
  readonly shift: readonly number[]
  readonly slopes: Matrix
}

const nearby = (own: Own, sd: Own, k: number): Own => own.map((value, i) => (i === k ? value + 0.3 * sd[i]! : value))

function whiten(held: Held, common: Common): Whitened {
  const { seen, setUp, meant, ownSd: sd, own } = held
  const at = seen.of(foretold(setUp, meant, common, own))
  const slopes = Matrix.zeros(at.length, ownNames.length)
  for (const k of ownNames.keys()) {
    if (sd[k] === 0) continue
    const off = seen.of(foretold(setUp, meant, common, nearby(own, sd, k)))
    for (const [row, value] of off.entries()) slopes.set(row, k, (value - at[row]!) / (0.3 * sd[k]!))
  }
  const covariance = slopes
    .mmul(Matrix.diag([...sd]))
    .mmulByTranspose()
    .add(Matrix.diag(seen.noise.map((one) => one ** 2)))
  const shift = at.map((_, row) => -own.reduce((sum, value, k) => sum + slopes.get(row, k) * value, 0))
  return { held, factor: new CholeskyDecomposition(covariance), shift, slopes }
}

/** Solves L x = b of a Cholesky factor. */
function forward(lower: Matrix, b: readonly number[]): number[] {
  const x: number[] = []
  for (let i = 0; i < b.length; i += 1) {
    let sum = b[i]!
    for (let j = 0; j < i; j += 1) sum -= lower.get(i, j) * x[j]!
    x.push(sum / lower.get(i, i))
  }
  return x
}

/** What a shot is off at these parameters. */
function offOf({ held, shift }: Whitened, common: Common): number[] {
  const at = held.seen.of(foretold(held.setUp, held.meant, common, held.own))
  return held.seen.values.map((value, row) => value - at[row]! - shift[row]!)
}

/** Own deviations that explain best what a shot is off. */
function ownOf({ held, factor, slopes }: Whitened, off: readonly number[]): Own {
  const solved = factor.solve(Matrix.columnVector([...off]))
  const back = slopes.transpose().mmul(solved)
  return held.ownSd.map((sd, k) => sd ** 2 * back.get(k, 0))
}

const aims: readonly OwnName[] = ['laydown', 'target', 'speed']
/** A shot as foretold: a tracked one with the aim and speed that explain its path best, an entered one with those that were noted. */
function settled(held: Held, common: Common) {
  const aimed = {
    ...{ ...held, own: nothingOwn },
    ownSd: held.ownSd.map((sd, k) => (aims.includes(ownNames[k]!) ? sd : 0)),
  }
  if (held.shot.path)
    for (let i = 0; i < settlings; i += 1) {
      const white = whiten(aimed, common)
      aimed.own = ownOf(white, offOf(white, common))
    }
  return foretold(held.setUp, held.meant, common, aimed.own)
}

/** Remembers what was worked out for the same parameters of a set-up: most steps of a derivative touch few shots. */
function remembered<T>(answer: (shot: number, common: Common) => T): (shot: number, common: Common) => T {
  const kept = new Map<string, T>()
  return (shot, common) => {
    const key = `${shot} ${Object.values(common).join(' ')}`
    if (!kept.has(key)) kept.set(key, answer(shot, common))
    return kept.get(key)!
  }
}

/**
 * Fits strength and oil of balls, lane and residue of patterns, and what the record leaves open of the bowlers' releases, to tracked or entered
 * shots, by damped least squares (Levenberg–Marquardt) with normal priors. What differs from shot to shot (aim, speed, revs, rotation,
 * a little friction) has priors too and is integrated out, linearised anew in each round; it makes a path's places depend on
 * each other, so that sixty of them count as one shot and not as sixty. Intervals are those of the linearised posterior, 90 %,
 * widened where shots lie further off than the model expects. Null with fewer than six shots that say where they were aimed and what they did.
 */
export function calibrate(question: CalibrationQuestion): CalibrationFit | null {
  const held = question.shots.flatMap((shot): Held[] => {
    const [meant, seen] = [meantOf(shot), seenOf(shot)]
    if (!meant || !seen) return []
    const setUp = question.setUps[shot.setUp]!
    return [{ shot, setUp, meant, seen, ownSd: ownSd(shot), own: nothingOwn, leftOut: false }]
  })
  if (held.length < leastCalibrationShots) return null
  const parameters = parametersOf({ ...question, shots: held.map(({ shot }) => shot) })
  const common = (at: readonly number[], setUp: SetUp) => commonOf(parameters, at, setUp)
  const start: readonly number[] = parameters.map(() => 0)
  let at: readonly number[] = start
  let last: Linear | null = null
  for (const [round, steps] of rounds.entries()) {
    const white = held.map((one) => whiten(one, common(at, one.setUp)))
    const gone = white.filter(({ held: { leftOut } }) => !leftOut)
    last = fitRound(parameters, gone, at, common, steps)
    at = last.at
    for (const one of white) {
      const off = offOf(one, common(at, one.held.setUp))
      const far = forward(one.factor.lowerTriangularMatrix, off).reduce((sum, x) => sum + x ** 2, 0)
      // Not before the parameters have moved: at first all shots may be off alike.
      if (round > 0) one.held.leftOut = far > jstat.jStat.chisquare.inv(outlierShare, off.length)
      one.held.own = ownOf(one, off)
    }
  }
  return answerOf(parameters, held, last!, common)
}

interface Linear {
  readonly at: readonly number[]
  readonly covariance: Matrix
  readonly misfit: number
}

function fitRound(
  parameters: readonly Parameter[],
  white: readonly Whitened[],
  from: readonly number[],
  common: (at: readonly number[], setUp: SetUp) => Common,
  steps: number,
): Linear {
  const offAt = remembered((shot, of) => forward(white[shot]!.factor.lowerTriangularMatrix, offOf(white[shot]!, of)))
  /** Everything that is to be small: what the shots are off, and how far the parameters are from their priors. */
  const residuals = (at: readonly number[]) => [
    ...white.flatMap((one, shot) => offAt(shot, common(at, one.held.setUp))),
    ...at,
  ]
  const jacobian = (at: readonly number[]) => {
    const base = residuals(at)
    const columns = at.map((_, k) => {
      const near = residuals(at.map((value, i) => (i === k ? value + step : value)))
      return near.map((value, row) => (value - base[row]!) / step)
    })
    return (row: number) => columns.map((column) => column[row]!)
  }
  const count = residuals(from).length
  const { parameterValues } = levenbergMarquardt(
    { x: Array.from({ length: count }, (_, row) => row), y: new Array<number>(count).fill(0) },
    (at) => {
      const values = residuals(at)
      return (row) => values[row]!
    },
    {
      initialValues: from,
      jacobianFunction: jacobian,
      damping: 0.03,
      maxIterations: steps,
      improvementThreshold: 1e-3,
      minValues: parameters.map(() => -4),
      maxValues: parameters.map(() => 4),
    },
  )
  const partials = jacobian(parameterValues)
  const rows = new Matrix(Array.from({ length: count }, (_, row) => partials(row)))
  const covariance = new CholeskyDecomposition(rows.transpose().mmulByTranspose()).solve(Matrix.eye(parameters.length))
  const square = residuals(parameterValues).reduce((sum, value) => sum + value ** 2, 0)
  return { at: parameterValues, covariance, misfit: Math.sqrt(square / (count - parameters.length)) }
}

function answerOf(
  parameters: readonly Parameter[],
  held: readonly Held[],
  { at, covariance, misfit }: Linear,
  common: (at: readonly number[], setUp: SetUp) => Common,
): CalibrationFit {
  const widened = Math.max(1, misfit)
  const fitted = parameters.map((parameter, k): FittedParameter => {
    const sd = Math.min(1, Math.sqrt(covariance.get(k, k)) * widened)
    const value = (z: number) => parameter.from + valueOf(parameter, z)
    return {
      ...{ kind: parameter.kind, of: parameter.of, value: value(at[k]!), start: value(0) },
      ...{ low: value(at[k]! - z95 * sd), high: value(at[k]! + z95 * sd) },
      ...{ sd: sd * parameter.sd, learnt: 1 - sd ** 2 },
    }
  })
  const shots = held.map((one): FittedShot => {
    const by = (values: readonly number[]) => settled(one, common(values, one.setUp))
    const [start, now] = [by(parameters.map(() => 0)), by(at)]
    const { shot, leftOut } = one
    return { id: shot.id, before: offBy(shot, start), after: offBy(shot, now), path: now.path, leftOut }
  })
  const totalOff = (tracked: boolean): Off | null => {
    const of = shots.filter(
      ({ leftOut, before }, i) => !leftOut && Number.isFinite(before) && (held[i]!.shot.path !== null) === tracked,
    )
    const rms = (which: (shot: FittedShot) => number) =>
      Math.sqrt(of.reduce((sum, one) => sum + which(one) ** 2, 0) / of.length)
    return of.length === 0 ? null : { before: rms((one) => one.before), after: rms((one) => one.after) }
  }
  return {
    ...{ parameters: fitted, shots, misfit, tracked: held.filter(({ shot }) => shot.path).length },
    off: { tracked: totalOff(true), entered: totalOff(false) },
    tangled: parameters.flatMap((_, a) =>
      parameters.flatMap((_other, b) => {
        const correlation = covariance.get(a, b) / Math.sqrt(covariance.get(a, a) * covariance.get(b, b))
        return b > a && Math.abs(correlation) >= tangledFrom ? [{ a, b, correlation }] : []
      }),
    ),
  }
}
