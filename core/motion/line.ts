import { pocketBoards } from '../trials/shot.ts'
import { type Course, baseStepS } from './integrate.ts'
import { type Room, type RoomOptions, type Spread, courseFor, launchAngleDeg, roomForError } from './room.ts'
import { motionDefaults } from './defaults.ts'
import { type ShotInput, type ShotOutcome, entryOf, outcomeOf, traceShot } from './simulate.ts'

/** Boards that a bowler can play: laydown at the foul line, target at the arrows. */
export interface Playable {
  readonly laydown: readonly [min: number, max: number]
  readonly target: readonly [min: number, max: number]
}

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

/** A line enters at the ideal board within this. */
const entryTolerance = 0.25
const usualKeep = 4
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
  /** Share of shots in the pocket by the slopes of the entry alone: good enough to choose what to look at. */
  readonly promise: number
}

/**
 * Lines that enter at board 17.5 ± 0.25, best first by the share of shots in the pocket, then by carry. Aims are scanned
 * with coarse steps for every fourth laydown board and refined where the entry crosses; the most
 * promising by its slopes there are then looked at with the bowler's whole spread: with method 'quick' by the smaller of the two
 * surrogates, to be followed by `roomForError` for the line that is chosen.
 */
export function bestLines(shot: Omit<ShotInput, 'release'>, playable: Playable, options: LineOptions): Line[] {
  const input = (laydownBoard: number, targetBoard: number): ShotInput => ({
    ...shot,
    release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) },
  })
  const course = courseFor(input(20, 10))
  const off = (laydown: number, target: number, stepS: number) =>
    entryOf(trace(input(laydown, target), course, stepS)).entryBoard - pocketBoards.ideal
  const [first, last] = playable.laydown
  const rows = Math.max(1, Math.ceil((last - first) / scanLaydown))
  const scanned = Array.from({ length: last > first ? rows + 1 : 1 }, (_, row): Candidate[] => {
    const laydown = first + ((last - first) * row) / rows
    const entry = (target: number) => off(laydown, target, scanStepS)
    return crossings(entry, playable.target).map((target) => ({
      laydown,
      target,
      promise: promiseOf(input(laydown, target), course, entry, target, options.spread),
    }))
  })
  const found: Line[] = []
  const tried: number[] = []
  for (const candidate of between(scanned, first, last).sort((a, b) => b.promise - a.promise)) {
    if (tried.some((laydown) => Math.abs(laydown - candidate.laydown) < apartBoards)) continue
    const targetBoard = settle((target) => off(candidate.laydown, target, baseStepS), candidate.target, playable.target)
    const at = input(candidate.laydown, targetBoard)
    const outcome = outcomeOf(trace(at, course, baseStepS), course)
    if (outcome.gutter || Math.abs(outcome.entryBoard - pocketBoards.ideal) > entryTolerance) continue
    tried.push(candidate.laydown)
    const { launchAngleDeg: angle } = at.release
    const method = options.method === 'quick' ? 'rough' : options.method
    const room = roomForError(at, { ...options, method }, course)
    found.push({ laydownBoard: candidate.laydown, targetBoard, launchAngleDeg: angle, outcome, ...room })
    if (found.length === (options.keep ?? usualKeep)) break
  }
  return found.sort((a, b) => b.pPocket - a.pPocket || b.pCarry - a.pCarry || a.laydownBoard - b.laydownBoard)
}

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
      const mix = (name: 'target' | 'promise') => from[name] + share * (to[name] - from[name])
      all.push({ laydown, target: mix('target'), promise: mix('promise') })
    }
    // A line that begins only at the next row.
    if (rows[low]!.length === 0) all.push(...next.map((one) => ({ ...one, laydown })))
  }
  return all
}

/** Aims, in standard deviations to either side, at which the entry is taken for the promise of a line. */
const reach = [-2, -1, 0, 1, 2]

/**
 * Share of the spread in the pocket: over the aim by the entry at five aims, straight in between; speed and rev rate by
 * their slopes as a normal deviation on top.
 */
function promiseOf(
  input: ShotInput,
  course: Course,
  entry: (target: number) => number,
  target: number,
  spread: Spread,
): number {
  const aimSd = spread.targetBoards || 1e-6
  const entries = reach.map((sd) => entry(target + sd * aimSd))
  const { bowler } = input
  const change = (by: Partial<typeof bowler>) =>
    entryOf(trace({ ...input, bowler: { ...bowler, ...by } }, course, scanStepS)).entryBoard -
    pocketBoards.ideal -
    entries[2]!
  const noise = Math.hypot(
    change({ speedMph: bowler.speedMph + spread.speedMph }),
    change({ revRpm: bowler.revRpm + spread.revRpm }),
  )
  let [inside, all] = [0, 0]
  for (let sd = -2.5; sd <= 2.5; sd += 0.25) {
    const place = Math.min(3, Math.max(0, Math.floor(sd + 2)))
    const at = entries[place]! + (sd + 2 - place) * (entries[place + 1]! - entries[place]!)
    const weight = Math.exp(-0.5 * sd * sd)
    const within = (edge: number) => normal((edge - pocketBoards.ideal - at) / Math.max(noise, 0.01))
    inside += weight * (within(pocketBoards.high) - within(pocketBoards.low))
    all += weight
  }
  return inside / all
}

/** Distribution function of the standard normal, by the logistic that is nearest to it; to rank by, no more. */
const normal = (z: number) => 1 / (1 + Math.exp(-1.702 * z))

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
