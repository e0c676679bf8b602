import { type Spread, courseFor } from '../motion/deviation.ts'
import { type Line, type Playable, bestLines } from '../motion/line.ts'
import { type Room, roomForError } from '../motion/room.ts'
import { type Friction, type ShotInput } from '../motion/simulate.ts'

type Bare = Omit<ShotInput, 'release'>

/** How far what the engine goes by may be off, one standard deviation: ball, surface, lane and release together, as strength (log). */
export interface EngineDoubt {
  readonly strength: number
}
export interface EngineQuestion {
  readonly shot: Bare
  readonly spread: Spread
  readonly playable: Playable
  /** Without it only the best line is asked for: many surfaces of one ball share its doubt. */
  readonly doubt?: EngineDoubt | undefined
  /** The lane forty shots later; what the line does there then. */
  readonly later?: Friction | undefined
}
/** Shots after which a line is looked at again. */
export const laterShots = 40

/** What the motion core makes of one ball in one state of a lane, on the line that strikes most. */
export interface EngineCell {
  readonly laydownBoard: number
  readonly targetBoard: number
  /** Shares over the bowler's spread: strikes by the carry model, and the pocket. */
  readonly strikes: number
  readonly pocket: number
  readonly entryAngleDeg: number
  readonly firstReadFt: number | null
  readonly rollFt: number | null
  readonly rolledOut: boolean
  readonly neverRead: boolean
  /** Boards of a miss that still reach the pocket, toward the own gutter and away from it, up to two. */
  readonly roomOut: number
  readonly roomIn: number
  /** The same line forty shots later: strikes, and boards that the entry has moved, inside counts up; null where nobody asked. */
  readonly later: { readonly strikes: number; readonly moved: number } | null
  /** How first read and finish move together with one standard deviation of the ball's strength, each on its own best line; null where no doubt was asked for. */
  readonly off: { readonly readFt: number; readonly finishDeg: number } | null
}
export interface EngineAnswer {
  /** Null where no line reaches the pocket. */
  readonly cell: EngineCell | null
  /** Change of the chance's logit for a strength that is one log unit greater, and what the doubt makes of it; null without a doubt asked for. */
  readonly slope: number | null
  readonly logitSd: number | null
}

const logit = (p: number) => {
  const inside = Math.min(0.99, Math.max(0.01, p))
  return Math.log(inside / (1 - inside))
}
const options = (spread: Spread) =>
  ({ spread, samples: 1000, seed: 20, method: 'quick', keep: 1, misses: 'grid' }) as const

const stronger = (shot: Bare, by: number): Bare =>
  shot.friction.kind !== 'film'
    ? shot
    : { ...shot, friction: { ...shot.friction, coverStrength: (shot.friction.coverStrength ?? 1) * Math.exp(by) } }

/** Boards to either side that a bowler moves for a ball that is somewhat stronger or weaker; further away is another game. */
const movesBy = 5
const near = ({ laydown, target, mostLaunchDeg }: Playable, { laydownBoard, targetBoard }: Line): Playable => {
  const about = ([min, max]: readonly [number, number], at: number) =>
    [Math.max(min, at - movesBy), Math.min(max, at + movesBy)] as const
  return { laydown: about(laydown, laydownBoard), target: about(target, targetBoard), mostLaunchDeg }
}

/** Boards of a miss on one side that still reach the pocket. */
const roomOn = (misses: Room['misses'], side: 1 | -1): number => {
  const steps = misses.filter(({ boards }) => boards * side > 0).sort((a, b) => a.boards * side - b.boards * side)
  const first = steps.findIndex(({ pocket }) => !pocket)
  return first === -1 ? steps.length : first
}

/** Half of what lies between the stronger and the weaker ball; a ball that never reads tells nothing of its read. */
function offOf(up: Line, down: Line): EngineCell['off'] {
  const [first, last] = [up.outcome.firstReadFt, down.outcome.firstReadFt]
  if (first === null || last === null) return null
  return { readFt: (first - last) / 2, finishDeg: (up.outcome.entryAngleDeg - down.outcome.entryAngleDeg) / 2 }
}

/** What a line does on a lane that has been played on: nobody has moved yet. */
function laterOn(input: ShotInput, now: Room, spread: Spread): NonNullable<EngineCell['later']> {
  const then = roomForError(input, options(spread), courseFor(input))
  const meant = ({ misses }: Room) => misses.find(({ boards }) => boards === 0)!.entryBoard
  return { strikes: then.pCarry, moved: meant(then) - meant(now) }
}

/**
 * One cell by the engine: the line that strikes most, what it does, and how sure that is. The doubt is taken a standard deviation to
 * either side: the chance of a strike with a stronger and a weaker ball, each on its own best line within reach, since a bowler moves with what they see.
 */
export function engineCell({ shot, spread, playable, doubt, later }: EngineQuestion): EngineAnswer {
  const [line] = bestLines(shot, playable, options(spread))
  if (!line) return { cell: null, slope: null, logitSd: null }
  const { laydownBoard, targetBoard, pCarry, pPocket, outcome } = line
  const lineOf = (bare: Bare) => bestLines(bare, near(playable, line), { ...options(spread), rough: true })[0]
  const chance = (one: Line | undefined) => logit(one?.pCarry ?? 0)
  const meant: ShotInput = { ...shot, release: { laydownBoard, launchAngleDeg: line.launchAngleDeg } }
  const { misses } = line
  let [slope, logitSd]: [number | null, number | null] = [null, null]
  let off: EngineCell['off'] = null
  if (doubt) {
    const now = logit(pCarry)
    const [up, down] = [lineOf(stronger(shot, doubt.strength)), lineOf(stronger(shot, -doubt.strength))]
    const [more, less] = [chance(up), chance(down)]
    off = offOf(up ?? line, down ?? line)
    slope = (more - less) / (2 * doubt.strength)
    // Where the present strength is the best, more and less both cost.
    logitSd = Math.sqrt(((more - now) ** 2 + (less - now) ** 2) / 2)
  }
  return {
    cell: {
      ...{ laydownBoard, targetBoard, strikes: pCarry, pocket: pPocket },
      ...{ entryAngleDeg: outcome.entryAngleDeg, firstReadFt: outcome.firstReadFt, rollFt: outcome.rollFt },
      ...{ rolledOut: outcome.rolledOut, neverRead: outcome.neverRead },
      ...{ roomOut: roomOn(misses, -1), roomIn: roomOn(misses, 1) },
      off,
      later: later ? laterOn({ ...meant, friction: later }, line, spread) : null,
    },
    slope,
    logitSd,
  }
}
