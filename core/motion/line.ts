import { pocketBoards } from '../trials/shot.ts'
import { carryOf } from './carry.ts'
import { cubicAt } from './cubic.ts'
import { motionDefaults } from './defaults.ts'
import { type Spread, courseFor, launchAngleDeg, targetBoardOf } from './deviation.ts'
import { type Entries, partOf, readRow } from './entries.ts'
import { entrySurface } from './entrySurface.ts'
import { baseStepS } from './integrate.ts'
import { type Room, type RoomOptions, roomForError } from './room.ts'
import { type ShotInput, type ShotOutcome, outcomeOf, traceShot } from './simulate.ts'
import { type Thrown, volley } from './volley.ts'

/** Boards that a bowler can play: laydown at the foul line, target at the arrows. */
export interface Playable {
  readonly laydown: readonly [min: number, max: number]
  readonly target: readonly [min: number, max: number]
  /** Widest angle from the foul line to the target, degrees, toward the own gutter; any when not given. */
  readonly mostLaunchDeg?: number | undefined
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
const alsoAimed = 2
/** Kept lines lie at least this far apart at the foul line: neighbours are one line to a bowler. */
const apartBoards = 2
const laydownStep = 1
/** Step of a shot that only finds where to look, s: within 0.1 board. */
const scanStepS = 0.025
/** Aims that are weighed lie so far apart, boards at the target. */
const aimStep = 0.25
/** Misses that count in a promise, in standard deviations to either side. */
const missSd = 2.25
/** The meant shot of a line enters the pocket, with room for what a scan is off, boards from the ideal one. */
const mostOff = 0.9
/** Steps of the aim by which a meant shot is brought into the pocket. */
const mostTurns = 4
/** Three nodes and weights of the standard normal (Abramowitz and Stegun 1964, table 25.10, scaled). */
const noiseNodes = [
  [-Math.sqrt(3), 1 / 6],
  [0, 2 / 3],
  [Math.sqrt(3), 1 / 6],
] as const

interface Candidate {
  readonly laydown: number
  readonly target: number
  /** Chance of a strike by the entry surface, speed and rev rate as a normal deviation on top: good enough to choose what to look at. */
  readonly promise: number
}

interface Aimed extends Candidate {
  /** Toward which side the aim moves to bring the entry nearer to the ideal board. */
  readonly inward: 1 | -1
}

/**
 * Lines by the chance of a strike over the bowler's whole spread, best first, then by the share in the pocket. A surface of entries over
 * laydown and target, from shots with coarse steps, tells for every board how much each aim promises; the most promising are aimed
 * anew with shots of their own and then looked at with the whole spread.
 */
export function bestLines(shot: Omit<ShotInput, 'release'>, playable: Playable, options: LineOptions): Line[] {
  const input = (laydownBoard: number, targetBoard: number): ShotInput => ({
    ...shot,
    release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) },
  })
  const course = courseFor(input(20, 10))
  const model = { ...motionDefaults, ...shot.model }
  const meant = ({ release }: ShotInput) =>
    outcomeOf(traceShot(course, shot.bowler, release, shot.layout, model, baseStepS), course)
  const { bowler, layout } = shot
  const thrown = (laydown: number, target: number, by: Partial<typeof bowler> = {}): Thrown => ({
    delivery: { ...bowler, ...by },
    release: input(laydown, target).release,
  })
  const shoot = (places: readonly (readonly [laydown: number, target: number])[], stepS = scanStepS) =>
    volley(
      course,
      places.map(([laydown, target]) => thrown(laydown, target)),
      layout,
      model,
      stepS,
    )
  const { spread, keep = usualKeep } = options

  /** Standard deviations of the entry that speed and rev rate alone make, about aims whose entries are known. */
  function paceNoise(aims: readonly (Aim & { readonly laydown: number })[]): Float64Array {
    const changed = aims.flatMap(({ laydown, target }) => [
      thrown(laydown, target, { speedMph: bowler.speedMph + spread.speedMph }),
      thrown(laydown, target, { revRpm: bowler.revRpm + spread.revRpm }),
    ])
    const { board } = volley(course, changed, layout, model, scanStepS)
    return Float64Array.from(aims, ({ entryBoard }, at) =>
      Math.hypot(board[2 * at]! - entryBoard, board[2 * at + 1]! - entryBoard),
    )
  }

  const [first, last] = playable.laydown
  const range = aimsOf(playable.target, spread)
  const surface = entrySurface(shoot, playable.laydown, playable.target, range.past * aimStep)
  const entriesFrom = (laydown: number) => surface.read(laydown, range.first, aimStep, range.count)
  const { laydown: rows } = surface
  const noise = paceNoise(
    Array.from({ length: rows.count }, (_, row) => {
      const laydown = rows.first + row * rows.step
      return { laydown, ...nearestAim(entriesFrom(laydown), range) }
    }),
  )
  const noiseAt = (laydown: number) => cubicAt(noise, (laydown - rows.first) / rows.step)

  const candidates: Candidate[] = []
  for (let laydown = first; laydown <= last + 1e-9; laydown += laydownStep)
    for (const one of promises(entriesFrom(laydown), range, noiseAt(laydown), targetsFrom(playable, laydown)[0]))
      candidates.push({ laydown, ...one })

  const aimed: Aimed[] = []
  let waiting = candidates.sort((a, b) => b.promise - a.promise)
  // Those that are aimed together are thrown together; where one enters nowhere near, the next of those that wait takes its place.
  while (aimed.length < keep + alsoAimed) {
    const together: Candidate[] = []
    const apart = ({ laydown }: Candidate) =>
      [...aimed, ...together].every((one) => Math.abs(one.laydown - laydown) >= apartBoards)
    waiting = waiting.filter((one) => {
      const taken = aimed.length + together.length < keep + alsoAimed && apart(one)
      if (taken) together.push(one)
      return !taken
    })
    if (together.length === 0) break
    const own = together.flatMap(({ laydown, target }) => ownAims(target, spread).map((aim) => [laydown, aim] as const))
    const thrown = shoot(own)
    const { board } = shoot(
      together.map(({ laydown, target }) => [laydown, target]),
      baseStepS,
    )
    for (const [at, { laydown, target }] of together.entries()) {
      const from = at * ownCount
      const entries = partOf(thrown, from, from + ownCount)
      // What coarse steps are off is nearly the same for all of them.
      const off = board[at]! - entries.board[ownShots]!
      for (let k = 0; k < ownCount; k += 1) entries.board[k]! += off
      const best = aimAnew(entries, target, targetsFrom(playable, laydown), spread, noiseAt(laydown))
      if (best) aimed.push({ laydown, ...best })
    }
  }
  const found: Line[] = []
  for (const { laydown, target: wanted, inward } of aimed.sort((a, b) => b.promise - a.promise)) {
    let target = wanted
    let at = input(laydown, target)
    let outcome = meant(at)
    // Where the entry bends between the shots it was aimed by, the meant shot may miss the pocket by little.
    for (let turn = 0; turn < mostTurns && !outcome.pocket; turn += 1) {
      const [least, most] = targetsFrom(playable, laydown)
      target = Math.min(most, Math.max(least, target + inward * aimStep))
      at = input(laydown, target)
      outcome = meant(at)
    }
    if (!outcome.pocket) continue
    const { launchAngleDeg: angle } = at.release
    const place = { laydownBoard: laydown, targetBoard: target, launchAngleDeg: angle }
    found.push({ ...place, outcome, ...roomForError(at, options, course) })
    if (found.length === keep) break
  }
  return found.sort(byStrikes)
}

const byStrikes = (a: Line, b: Line) => b.pCarry - a.pCarry || b.pPocket - a.pPocket || a.laydownBoard - b.laydownBoard

/** Targets that can be played from a laydown board: no wider than the bowler swings it. */
function targetsFrom({ target: [min, max], mostLaunchDeg }: Playable, laydown: number): readonly [number, number] {
  if (mostLaunchDeg === undefined) return [min, max]
  return [Math.max(min, targetBoardOf({ laydownBoard: laydown, launchAngleDeg: mostLaunchDeg })), max]
}

interface Aim {
  readonly target: number
  readonly entryBoard: number
}

/** Aims that are weighed, `aimStep` apart, with those past either end where their misses go. */
interface Aims {
  /** The first of all, past the range. */
  readonly first: number
  readonly count: number
  /** How many lie past either end. */
  readonly past: number
  /** Weights of the misses about an aim; their sum is one. */
  readonly weights: Float64Array
}
function aimsOf([min, max]: readonly [number, number], spread: Spread): Aims {
  const past = Math.ceil((missSd * spread.targetBoards) / aimStep)
  const inside = Math.max(0, Math.floor((max - min) / aimStep + 1e-9)) + 1
  const weights = Float64Array.from({ length: 2 * past + 1 }, (_, k) =>
    past === 0 ? 1 : Math.exp(-0.5 * (((k - past) * aimStep) / spread.targetBoards) ** 2),
  )
  const sum = weights.reduce((all, one) => all + one, 0)
  return { first: min - past * aimStep, count: inside + 2 * past, past, weights: weights.map((one) => one / sum) }
}

const offIdeal = (entryBoard: number) => Math.abs(entryBoard - pocketBoards.ideal)

/** The aim whose entry comes nearest to the ideal board. */
function nearestAim({ board }: Entries, { first, count, past }: Aims): Aim {
  let nearest = past
  for (let k = past; k < count - past; k += 1) if (offIdeal(board[k]!) < offIdeal(board[nearest]!)) nearest = k
  return { target: first + nearest * aimStep, entryBoard: board[nearest]! }
}

/**
 * Aims of one laydown board that promise more than their neighbours, with what they promise: the chance of a strike over the misses at
 * the target, speed and rev rate as a normal deviation of the entry.
 */
function promises(
  entries: Entries,
  { first, count, past, weights }: Aims,
  noise: number,
  least: number,
): { readonly target: number; readonly promise: number }[] {
  const strikes = new Float64Array(count)
  for (let k = 0; k < count; k += 1) {
    if (entries.gutter[k] === 1) continue
    let sum = 0
    for (const [z, share] of noiseNodes)
      sum +=
        share *
        carryOf(entries.board[k]! + z * noise, entries.angleDeg[k]!, entries.speedMph[k]!, entries.rolledOut[k] === 1)
    strikes[k] = sum
  }
  const promise = new Float64Array(count)
  for (let k = past; k < count - past; k += 1) {
    if (first + k * aimStep < least - 1e-9 || offIdeal(entries.board[k]!) > mostOff) continue
    let sum = 0
    for (let i = 0; i < weights.length; i += 1) sum += weights[i]! * strikes[k - past + i]!
    promise[k] = sum
  }
  const found: { readonly target: number; readonly promise: number }[] = []
  for (let k = past; k < count - past; k += 1) {
    const one = promise[k]!
    if (one > 0 && one >= (promise[k - 1] ?? 0) && one > (promise[k + 1] ?? 0))
      found.push({ target: first + k * aimStep, promise: one })
  }
  return found
}

/** Shots to either side of an aim by which it is aimed anew, and how far from it the better aim may lie, in standard deviations. */
const ownShots = 3
const ownReach = 1.5

const ownCount = 2 * ownShots + 1
const ownStep = (spread: Spread) => spread.targetBoards || aimStep
/** Targets of the shots by which an aim is aimed anew. */
const ownAims = (about: number, spread: Spread) =>
  Array.from({ length: ownCount }, (_, k) => about + (k - ownShots) * ownStep(spread))

/** The best aim about a promising one by shots of its own; null when none about it enters near the ideal board. */
function aimAnew(
  thrown: Entries,
  about: number,
  [min, max]: readonly [number, number],
  spread: Spread,
  noise: number,
): Omit<Aimed, 'laydown'> | null {
  const step = ownStep(spread)
  const near = aimsOf([Math.max(min, about - ownReach * step), Math.min(max, about + ownReach * step)], spread)
  const entries = readRow(thrown, (near.first - about) / step + ownShots, aimStep / step, near.count)
  const best = promises(entries, near, noise, min).sort((a, b) => b.promise - a.promise)[0]
  if (!best) return null
  const at = Math.round((best.target - near.first) / aimStep)
  const nearer = offIdeal(entries.board[at + 1] ?? Infinity) < offIdeal(entries.board[at - 1] ?? Infinity)
  return { ...best, inward: nearer ? 1 : -1 }
}
