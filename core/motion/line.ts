import {
  type Aim,
  type BestAim,
  aimAnew,
  aimStep,
  aimsOf,
  nearestAim,
  ownAims,
  ownCount,
  ownShots,
  promises,
} from './aims.ts'
import { cubicAt } from './cubic.ts'
import { motionDefaults } from './defaults.ts'
import { courseFor, inPocket, launchAngleDeg, targetBoardOf } from './deviation.ts'
import { partOf } from './entries.ts'
import { entrySurface } from './entrySurface.ts'
import { type Trace, baseStepS } from './integrate.ts'
import { type Room, type RoomOptions, roomForError } from './room.ts'
import { type PaceMoves, type Sketch, integrateSurrogate, sketch } from './surrogate.ts'
import { type ShotInput, type ShotOutcome, entryOf, outcomeOf, traceShot } from './simulate.ts'
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
  /** The line that promises most is the best one as it is aimed, and its sketch stands for its room: sooner, and its chance is a hundredth lower on average. */
  readonly rough?: boolean | undefined
}

const usualKeep = 4
/** Candidates that are aimed for the best line: two ways to play a lane are often far apart, and what a surface of entries promises does not tell which is the better. */
const seedCount = 4
/** Those are sketched that promise this share of the most. */
const rivalShare = 0.93
/** Candidates that are aimed closely besides those that are kept. */
const alsoAimed = 2
/** Kept lines lie at least this far apart at the foul line: neighbours are one line to a bowler. */
const apartBoards = 2
const laydownStep = 1
/** Boards that an aim moves with a board at the foul line where the surface of entries promises nothing; what usual lines have. */
const alongBoards = 1.5
/** Step of a shot that only finds where to look, s: within 0.1 board. */
const scanStepS = 0.025
/** Steps of the aim by which a meant shot is brought into the pocket. */
const mostTurns = 4

interface Candidate {
  readonly laydown: number
  readonly target: number
  /** Chance of a strike by the entry surface, speed and rev rate as a normal deviation on top: good enough to choose what to look at. */
  readonly promise: number
}

/** A candidate aimed by shots of its own. */
interface Aimed extends BestAim {
  readonly laydown: number
  /** What the surface of entries promised of it. */
  readonly hoped: number
  /** Boards that coarse steps are off here. */
  readonly off: number
  /** Shots thrown for its sketch, which its room goes on from. */
  readonly sketched?: Sketch | undefined
}
/** One whose meant shot comes into the pocket. */
interface Settled extends Aimed {
  readonly meant: Trace
}

/**
 * Lines by the chance of a strike over the bowler's whole spread, best first, then by the share in the pocket. A surface of entries over
 * laydown and target, from shots with coarse steps, tells for every board how much each aim promises; the most promising are aimed
 * anew with shots of their own and looked at over the spread, and the best is followed along the foul line.
 */
export function bestLines(shot: Omit<ShotInput, 'release'>, playable: Playable, options: LineOptions): Line[] {
  const input = (laydownBoard: number, targetBoard: number): ShotInput => ({
    ...shot,
    release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) },
  })
  const course = courseFor(input(20, 10))
  const model = { ...motionDefaults, ...shot.model }
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
  const { spread, keep = usualKeep, rough = false } = options

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
  // It changes so evenly along the foul line that half the rows tell it.
  const parts = Math.floor((rows.count - 1) / 2)
  const noiseStep = parts === 0 ? rows.step : ((rows.count - 1) * rows.step) / parts
  const noise = paceNoise(
    Array.from({ length: parts + 1 }, (_, at) => {
      const laydown = rows.first + at * noiseStep
      return { laydown, ...nearestAim(entriesFrom(laydown), range) }
    }),
  )
  const noiseAt = (laydown: number) => cubicAt(noise, (laydown - rows.first) / noiseStep)

  const candidates: Candidate[] = []
  for (let laydown = first; laydown <= last + 1e-9; laydown += laydownStep)
    for (const one of promises(
      { meant: entriesFrom(laydown), noise: noiseAt(laydown) },
      range,
      targetsFrom(playable, laydown)[0],
    ))
      candidates.push({ laydown, ...one })

  let waiting = candidates.sort(byPromise)
  /**
   * Candidates with shots of their own, all thrown together; what enters nowhere near is left out. What coarse steps are off is nearly the same for all that lie
   * side by side: it is measured for each of them, or known of one beside them.
   */
  function aim(together: readonly Candidate[], known?: number): Aimed[] {
    if (together.length === 0) return []
    const own = together.flatMap(({ laydown, target }) => ownAims(target, spread).map((at) => [laydown, at] as const))
    const thrown = shoot(own)
    const meant =
      known === undefined
        ? shoot(
            together.map(({ laydown, target }) => [laydown, target]),
            baseStepS,
          )
        : null
    return together.flatMap(({ laydown, target, promise: hoped }, at) => {
      const from = at * ownCount
      const own = partOf(thrown, from, from + ownCount)
      const off = known ?? meant!.board[at]! - own.board[ownShots]!
      for (let k = 0; k < ownCount; k += 1) own.board[k]! += off
      const row = { meant: own, noise: noiseAt(laydown) }
      const best = aimAnew(row, target, targetsFrom(playable, laydown), spread)
      return best ? [{ laydown, hoped, off, ...best }] : []
    })
  }
  /** Those that promise most, so many in all and apart from each other, aimed; where one enters nowhere near, the next of those that wait takes its place. */
  function aimApart(count: number, aimed: readonly Aimed[]): Aimed[] {
    const all = [...aimed]
    while (all.length < count) {
      const together: Candidate[] = []
      waiting = waiting.filter((one) => {
        const taken =
          all.length + together.length < count && [...all, ...together].every((other) => isApart(one, other))
        if (taken) together.push(one)
        return !taken
      })
      if (together.length === 0) break
      all.push(...aim(together, rough ? 0 : undefined))
    }
    return all
  }
  /** Aimed and not found worth a sketch, as long as nothing beside it is. */
  let aside: readonly Aimed[] = []
  /** Laydown boards that were looked at. */
  const boards = new Set<number>()
  /** What lies beside an aimed candidate at the foul line and was not looked at before, aimed. */
  function beside({ laydown: at, target, off }: Aimed): Aimed[] {
    boards.add(at)
    const before = aside.filter(({ laydown }) => Math.abs(laydown - at) === laydownStep)
    const those = [-laydownStep, laydownStep].flatMap((by): Candidate[] => {
      const laydown = at + by
      if (boards.has(laydown) || laydown < first || laydown > last) return []
      boards.add(laydown)
      const promising = candidates.find((one) => one.laydown === laydown)
      if (promising) return [promising]
      const [least, most] = targetsFrom(playable, laydown)
      return [{ laydown, target: Math.min(most, Math.max(least, target + by * alongBoards)), promise: 0 }]
    })
    return [...before, ...aim(those, off)]
  }
  /** Beside it, and on to that side as long as it promises more. */
  function alongside(from: Aimed): Aimed[] {
    const found = beside(from).sort(byPromise)
    const [better] = found
    return better && better.promise > from.promise ? [...found, ...alongside(better)] : found
  }
  const meantShot = (at: ShotInput) => traceShot(course, bowler, at.release, layout, model, baseStepS)
  /**
   * An aimed candidate whose meant shot comes into the pocket, none where it does not. Where the entry bends between the shots it was aimed by, the meant shot
   * may miss the pocket by little: it is aimed further in then.
   */
  function settled(one: Aimed): Settled[] {
    const [least, most] = targetsFrom(playable, one.laydown)
    let { target } = one
    for (let turn = 0; turn <= mostTurns; turn += 1) {
      const meant = meantShot(input(one.laydown, target))
      if (inPocket(entryOf(meant))) {
        const { sketched } = one
        return [{ ...one, target, meant, sketched: target === one.target ? sketched : undefined }]
      }
      const next = Math.min(most, Math.max(least, target + one.inward * aimStep))
      if (next === target) break
      target = next
    }
    return []
  }
  const roomOf = ({ laydown, target, sketched, meant }: Aimed & Partial<Settled>): Looked => {
    const at = input(laydown, target)
    const room = rough
      ? { ...integrateSurrogate(sketch(at, course, spread)), misses: [] }
      : roomForError(at, options, course, sketched)
    return { laydownBoard: laydown, targetBoard: target, at, meant, ...room }
  }
  /** What speed and rev rate do: it differs so little from line to line that those that are weighed share it (docs/decisions/0017). */
  let moves: PaceMoves | undefined
  /** Chance of a strike by fewer shots than a room takes: enough to choose between lines, which what their aims promise is not. */
  const sketchOf = <T extends Aimed>(one: T): T => {
    const sketched = sketch(input(one.laydown, one.target), course, spread, moves)
    moves ??= sketched
    return { ...one, sketched, promise: integrateSurrogate(sketched).pCarry }
  }
  /** The best of some candidates and of what lies beside it, board by board, by their sketches. */
  function bestOf(those: readonly Aimed[]): Settled | undefined {
    for (const { laydown } of those) boards.add(laydown)
    const known = those.map(sketchOf).sort(byPromise)
    for (let best: Aimed | undefined; best !== known[0];) {
      best = known[0]!
      const near = beside(best)
      aside = aside.filter((one) => !near.includes(one))
      known.push(...near.map(sketchOf))
      known.sort(byPromise)
    }
    let chosen: Settled | undefined
    for (const one of known) {
      if (chosen && chosen.promise >= one.promise) break
      // Aimed further in it keeps less of what it promised: another may keep more.
      for (const inside of settled(one)) {
        const kept = inside.sketched ? inside : sketchOf(inside)
        if (!chosen || kept.promise > chosen.promise) chosen = kept
      }
    }
    return chosen
  }

  const seeds = aimApart(rough ? 1 : seedCount, []).sort(byPromise)
  const most = seeds[0]?.promise ?? 0
  for (const { laydown } of seeds) boards.add(laydown)
  const isRival = ({ promise }: Aimed) => promise >= rivalShare * most
  // The top may lie on the next board, above all where one keeps less than was hoped of it since its best aim enters beside the pocket.
  const found = seeds.filter((one) => rough || isRival(one) || one.hoped > most).flatMap(alongside)
  const all = [...seeds, ...found].sort(byPromise)
  const rivals = all.filter((one) =>
    seeds.includes(one)
      ? isRival(one)
      : one.promise >= rivalShare * all[0]!.promise &&
        all.every(({ laydown, promise }) => promise <= one.promise || Math.abs(laydown - one.laydown) > laydownStep),
  )
  aside = all.filter((one) => !rivals.includes(one) && !seeds.includes(one))
  // The best is looked for the same way however many are asked for.
  const best = rough ? rivals[0] : bestOf(rivals)
  const lines = best ? [roomOf(best)] : []
  const fill = (those: readonly Aimed[], count: number) => {
    for (const one of those) {
      if (lines.length >= count) return
      if (lines.some(({ laydownBoard }) => Math.abs(laydownBoard - one.laydown) < apartBoards)) continue
      lines.push(...settled(one).map(roomOf))
    }
  }
  fill(all, 1)
  if (lines.length < keep) fill(aimApart(keep + alsoAimed, seeds).sort(byPromise), keep)
  return lines.sort(byStrikes).map(({ at, meant, ...line }) => ({
    ...line,
    launchAngleDeg: at.release.launchAngleDeg,
    outcome: outcomeOf(meant ?? meantShot(at), course),
  }))
}

/** A line with its room, before its meant shot is told. */
type Looked = Omit<Line, 'launchAngleDeg' | 'outcome'> & { readonly at: ShotInput; readonly meant?: Trace | undefined }

const byPromise = (a: { readonly promise: number }, b: { readonly promise: number }) => b.promise - a.promise
const isApart = (a: { readonly laydown: number }, b: { readonly laydown: number }) =>
  Math.abs(a.laydown - b.laydown) >= apartBoards
const byStrikes = (a: Looked, b: Looked) =>
  b.pCarry - a.pCarry || b.pPocket - a.pPocket || a.laydownBoard - b.laydownBoard

/** Targets that can be played from a laydown board: no wider than the bowler swings it. */
function targetsFrom({ target: [min, max], mostLaunchDeg }: Playable, laydown: number): readonly [number, number] {
  if (mostLaunchDeg === undefined) return [min, max]
  return [Math.max(min, targetBoardOf({ laydownBoard: laydown, launchAngleDeg: mostLaunchDeg })), max]
}
