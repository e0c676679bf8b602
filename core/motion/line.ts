import { pocketBoards } from '../trials/shot.ts'
import { type Course, baseStepS } from './integrate.ts'
import { type Entry, carryChance } from './carry.ts'
import { type Spread, courseFor, launchAngleDeg } from './deviation.ts'
import { type Room, type RoomOptions, roomForError } from './room.ts'
import { motionDefaults } from './defaults.ts'
import { type ShotInput, type ShotOutcome, entryOf, outcomeOf, traceShot } from './simulate.ts'

/** Boards that a bowler can play: laydown at the foul line, target at the arrows. */
export interface Playable {
  readonly laydown: readonly [min: number, max: number]
  readonly target: readonly [min: number, max: number]
}

/**
 * Where a bowler can stand and aim, when nothing narrower is known. The starting values of friction were fitted with it (see
 * `practiceAgreement`), so every screen that looks for a line uses it.
 */
export const usualPlayable: Playable = { laydown: [12, 34], target: [7, 20] }

export interface Line extends Room {
  readonly laydownBoard: number
  readonly targetBoard: number
  readonly launchAngleDeg: number
  readonly outcome: ShotOutcome
}

export interface LineOptions extends RoomOptions {
  /** Lines looked at with the whole spread, 4 when not given; fewer are sooner found. */
  readonly keep?: number
}

const usualKeep = 4
/** Candidates that are aimed closely besides those that are kept. */
const alsoAimed = 3
/** Kept lines lie at least this far apart at the foul line: neighbours are one line to a bowler. */
const apartBoards = 2
const laydownStep = 1
/** Step of a shot that only finds where to look, s: within 0.1 board. */
const scanStepS = 0.025
/** Laydown boards that are scanned; where their lines lie in between is interpolated. */
const scanLaydown = 4
/** Aims are scanned this far apart; between two of them the entry bends too little to cross twice. */
const scanBoards = 2.5

interface Candidate {
  readonly laydown: number
  readonly target: number
  /** Boards at the target from the aim that enters dead on the ideal board: a bowler who misses seldom does best there. */
  readonly shift: number
  /** Chance of a strike by a few shots about the aim alone: good enough to choose what to look at. */
  readonly promise: number
}

/**
 * Lines by the chance of a strike over the bowler's whole spread, best first, then by the share in the pocket. Aims are scanned
 * with coarse steps for every fourth laydown board and refined where the entry crosses the ideal board; about each, the aim that strikes
 * most is found. The most promising are aimed anew and then looked at with the whole spread.
 */
export function bestLines(shot: Omit<ShotInput, 'release'>, playable: Playable, options: LineOptions): Line[] {
  const input = (laydownBoard: number, targetBoard: number): ShotInput => ({
    ...shot,
    release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) },
  })
  const course = courseFor(input(20, 10))
  const entry = (laydown: number, target: number, stepS: number) =>
    entryOf(trace(input(laydown, target), course, stepS))
  const [first, last] = playable.laydown
  const rows = Math.max(1, Math.ceil((last - first) / scanLaydown))
  const scanned = Array.from({ length: last > first ? rows + 1 : 1 }, (_, row): Candidate[] => {
    const laydown = first + ((last - first) * row) / rows
    const off = (target: number) => entry(laydown, target, scanStepS).entryBoard - pocketBoards.ideal
    return crossings(off, playable.target).map((target) => ({
      laydown,
      ...bestAim(input(laydown, target), course, (aim) => entry(laydown, aim, scanStepS), target, {
        ...options,
        range: playable.target,
      }),
    }))
  })
  const aimed: Candidate[] = []
  for (const candidate of between(scanned, first, last).sort((a, b) => b.promise - a.promise)) {
    const { laydown } = candidate
    // A neighbour of a row promises what the row does only by interpolation: it is aimed anew before it is believed.
    if (aimed.some((one) => Math.abs(one.laydown - laydown) < 1e-9)) continue
    const ideal = (target: number) => entry(laydown, target, scanStepS).entryBoard - pocketBoards.ideal
    const target = settle(ideal, candidate.target - candidate.shift, playable.target)
    if (Math.abs(ideal(target)) > mostOff) continue
    aimed.push({
      laydown,
      ...bestAim(input(laydown, target), course, (aim) => entry(laydown, aim, scanStepS), target, {
        ...options,
        range: playable.target,
      }),
    })
    if (aimed.length === (options.keep ?? usualKeep) + alsoAimed) break
  }
  const found: Line[] = []
  for (const { laydown, target } of aimed.sort((a, b) => b.promise - a.promise)) {
    if (found.some((one) => Math.abs(one.laydownBoard - laydown) < apartBoards)) continue
    const at = input(laydown, target)
    const outcome = outcomeOf(trace(at, course, baseStepS), course)
    if (outcome.gutter || Math.abs(outcome.entryBoard - pocketBoards.ideal) > mostOff) continue
    const { launchAngleDeg: angle } = at.release
    found.push({
      laydownBoard: laydown,
      targetBoard: target,
      launchAngleDeg: angle,
      outcome,
      ...roomForError(at, options, course),
    })
    if (found.length === (options.keep ?? usualKeep)) break
  }
  return found.sort(byStrikes)
}

const byStrikes = (a: Line, b: Line) => b.pCarry - a.pCarry || b.pPocket - a.pPocket || a.laydownBoard - b.laydownBoard

const trace = (input: ShotInput, course: Course, stepS: number) =>
  traceShot(course, input.bowler, input.release, input.layout, { ...motionDefaults, ...input.model }, stepS)

/** Candidates at every laydown board, along the lines that join neighbouring rows. */
function between(rows: readonly (readonly Candidate[])[], first: number, last: number): Candidate[] {
  if (rows.length === 1) return [...rows[0]!]
  const all: Candidate[] = []
  const span = (last - first) / (rows.length - 1)
  for (let laydown = first; laydown <= last + 1e-9; laydown += laydownStep) {
    const place = (laydown - first) / span
    const low = Math.min(rows.length - 2, Math.floor(place))
    const share = place - low
    const next = rows[low + 1]!
    for (const from of rows[low]!) {
      const to = next.toSorted((a, b) => Math.abs(a.target - from.target) - Math.abs(b.target - from.target))[0] ?? from
      const mix = (name: 'target' | 'shift' | 'promise') => from[name] + share * (to[name] - from[name])
      all.push({ laydown, target: mix('target'), shift: mix('shift'), promise: mix('promise') })
    }
    // A line that begins only at the next row: the further from it, the less is known, so the row itself comes first.
    if (rows[low]!.length === 0)
      all.push(...next.map((one) => ({ ...one, laydown, promise: one.promise * (1 - 0.02 * (one.laydown - laydown)) })))
  }
  return all
}

/** Aims, in standard deviations to either side, at which the entry is taken for the promise of a line. */
const reach = [-3, -2, -1, 0, 1, 2, 3]
/** Aims that are weighed against each other, boards at the target from where the entry is dead on the ideal board. */
const shifts = [-0.9, -0.6, -0.3, 0, 0.3, 0.6, 0.9]
/** The meant shot of a line enters this near to the ideal board: further off the bowler aims at something else, boards. */
const mostOff = 1.25
/** Three nodes and weights of the standard normal (Abramowitz and Stegun 1964, table 25.10, scaled). */
const noiseNodes = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const

/**
 * The aim about a crossing that strikes most over the spread: over the aim by the entry at seven aims, straight in between; speed and
 * rev rate by their slopes as a normal deviation on top.
 */
function bestAim(
  input: ShotInput,
  course: Course,
  entry: (target: number) => Entry,
  target: number,
  { spread, range: [min, max] }: { readonly spread: Spread; readonly range: readonly [number, number] },
): Omit<Candidate, 'laydown'> {
  const aimSd = spread.targetBoards || 1e-6
  const entries = reach.map((sd) => entry(target + sd * aimSd))
  const { bowler } = input
  const change = (by: Partial<typeof bowler>) =>
    entryOf(trace({ ...input, bowler: { ...bowler, ...by } }, course, scanStepS)).entryBoard - entries[3]!.entryBoard
  const noise = Math.hypot(
    change({ speedMph: bowler.speedMph + spread.speedMph }),
    change({ revRpm: bowler.revRpm + spread.revRpm }),
  )
  /** Entry at an aim, in standard deviations from the crossing. */
  const at = (sd: number): Entry => {
    const place = Math.min(reach.length - 2, Math.max(0, Math.floor(sd + 3)))
    const [low, high] = [entries[place]!, entries[place + 1]!]
    const share = Math.min(1, Math.max(0, sd + 3 - place))
    const mix = (name: 'entryBoard' | 'entryAngleDeg') => low[name] + share * (high[name] - low[name])
    return {
      ...(share < 0.5 ? low : high),
      entryBoard: mix('entryBoard'),
      entryAngleDeg: mix('entryAngleDeg'),
      gutter: low.gutter || high.gutter,
    }
  }
  const strikes = (shift: number) => {
    let [sum, all] = [0, 0]
    for (let sd = -2.25; sd <= 2.25; sd += 0.25) {
      const weight = Math.exp(-0.5 * sd * sd)
      const meant = at(sd + shift / aimSd)
      for (const [z, share] of noiseNodes)
        sum += weight * share * carryChance({ ...meant, entryBoard: meant.entryBoard + z * noise })
      all += weight
    }
    return sum / all
  }
  let best = { shift: 0, promise: strikes(0) }
  for (const shift of shifts) {
    if (target + shift < min || target + shift > max) continue
    const promise = strikes(shift)
    if (promise > best.promise) best = { shift, promise }
  }
  return { target: target + best.shift, ...best }
}

/** Secant from a good start to where a function is nearly zero, held in its range. */
function settle(f: (x: number) => number, start: number, [min, max]: readonly [number, number]): number {
  const hold = (x: number) => Math.min(max, Math.max(min, x))
  let [a, b] = [hold(start), hold(start + 0.2) === hold(start) ? hold(start - 0.2) : hold(start + 0.2)]
  let fa = f(a)
  if (Math.abs(fa) < settled) return a
  let fb = f(b)
  for (let turn = 0; turn < 6 && Math.abs(fb) > settled && fa !== fb; turn += 1) {
    const x = hold(b - (fb * (b - a)) / (fb - fa))
    ;[a, fa, b] = [b, fb, x]
    fb = f(b)
  }
  return Math.abs(fa) < Math.abs(fb) ? a : b
}

/** Entries nearer to what is asked than this count as there, boards. */
const settled = 0.05

/** Where a function changes sign on a range: scanned, then refined by the secant held in its bracket. */
function crossings(f: (x: number) => number, [min, max]: readonly [number, number]): number[] {
  const found: number[] = []
  let left = min
  let atLeft = f(min)
  while (left < max - 1e-9) {
    const right = Math.min(max, left + scanBoards)
    const atRight = f(right)
    if (atLeft * atRight <= 0) found.push(refine(f, left, atLeft, right, atRight))
    left = right
    atLeft = atRight
  }
  return found
}

function refine(f: (x: number) => number, low: number, atLow: number, high: number, atHigh: number): number {
  let [a, fa, b, fb] = [low, atLow, high, atHigh]
  for (let turn = 0; turn < 12; turn += 1) {
    const x = fa === fb ? (a + b) / 2 : a - (fa * (b - a)) / (fb - fa)
    const inside = Math.min(Math.max(x, a + 0.05 * (b - a)), b - 0.05 * (b - a))
    const at = f(inside)
    if (Math.abs(at) < settled) return inside
    if (fa * at <= 0) [b, fb] = [inside, at]
    else [a, fa] = [inside, at]
  }
  return (a + b) / 2
}
