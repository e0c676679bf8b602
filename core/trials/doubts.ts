import { mean } from 'd3-array'
import { type DesignName, canHold, movesLine } from './design/index.ts'
import { sameSurface } from './sameSurface.ts'
import type { ArmThing } from './sameThing.ts'
import { type Shot, counts, crossedAt } from './shot.ts'
import { sittingsOf } from './sittings.ts'

/** What speaks against a verdict, however clear the figures are. */
export const trialDoubtNames = [
  'one-shot',
  'one-line',
  'not-settled',
  'unknown-surface',
  'no-warm-up',
  'two-things',
  'no-same-day-baseline',
  'line-not-held',
  'speed-not-held',
] as const
export type TrialDoubt = (typeof trialDoubtNames)[number]

export interface DoubtArm extends ArmThing {
  readonly surface: ArmThing['surface'] & { readonly settled: boolean }
}

/** Two lines are so many boards apart at the feet; where nobody noted the feet, so many at the target, where a miss scatters too. */
const otherLineBoards = 2
const otherTargetBoards = 4

const apart = (values: readonly (number | null)[], boards = otherLineBoards) => {
  const known = values.filter((value): value is number => value !== null)
  return known.length > 1 && Math.max(...known) - Math.min(...known) >= boards
}

/** What was to be held moved when feet, an arm's mean target or its mean speed are so far apart; the means of three shots or more. */
const heldFeetBoards = 1
const heldTargetBoards = 1.5
const heldSpeedMph = 0.6
const leastForMean = 3
function meanOf(shots: readonly Shot[], arm: number, of: (shot: Shot) => number | null | undefined): number | null {
  const values = shots.flatMap((shot) => (shot.arm === arm ? (of(shot) ?? []) : []))
  return values.length < leastForMean ? null : (mean(values) ?? null)
}

/** In how many ways two arms differ: the ball or its surface, who throws, the lane, the line. */
function differences(a: DoubtArm, b: DoubtArm): number {
  const ball = a.ballId !== b.ballId || !sameSurface(a.surface, b.surface)
  const bowler = (a.bowlerId ?? null) !== (b.bowlerId ?? null)
  const line = apart([a.feetBoard, b.feetBoard]) || apart([a.targetBoard, b.targetBoard])
  return [ball, bowler, a.lane !== b.lane, line].filter(Boolean).length
}

/** What speaks against a verdict of a trial, in the order of the list; empty when nothing does. */
export function trialDoubts(
  design: DesignName,
  arms: readonly DoubtArm[],
  shots: readonly Shot[],
  held: readonly string[] = [],
): TrialDoubt[] {
  const counted = shots.filter(counts)
  const thrown = arms.filter(({ arm }) => counted.some((shot) => shot.arm === arm))
  const looksForLines = movesLine(design)
  const [control, ...others] = thrown
  const holds: Readonly<Record<TrialDoubt, boolean>> = {
    'one-shot': thrown.some(({ arm }) => counted.filter((shot) => shot.arm === arm).length === 1),
    'one-line':
      counted.length > 0 &&
      !looksForLines &&
      !apart(counted.map(({ feetBoard }) => feetBoard)) &&
      !(counted.every(({ feetBoard }) => feetBoard === null) && apart(counted.map(crossedAt), otherTargetBoards)),
    'not-settled': thrown.some(({ surface }) => !surface.settled),
    'unknown-surface': thrown.some(({ surface }) => surface.effectiveRaUm === null),
    'no-warm-up': counted.length > 0 && !shots.some(({ warmUp }) => warmUp === true),
    'two-things':
      control !== undefined && control.levels.length < 2 && others.some((other) => differences(control, other) > 1),
    'no-same-day-baseline':
      control !== undefined &&
      // With a reference ball the day is taken out by it.
      control.levels.length < 2 &&
      sittingsOf(counted).some((part) => part.every(({ arm }) => arm !== control.arm)),
    // Feet stand where they are put; a target scatters, so that its means are asked.
    'line-not-held':
      held.includes('line') &&
      canHold(design, 'line') &&
      (apart(
        counted.map(({ feetBoard }) => feetBoard),
        heldFeetBoards,
      ) ||
        apart(
          thrown.map(({ arm }) => meanOf(counted, arm, crossedAt)),
          heldTargetBoards,
        )),
    'speed-not-held':
      held.includes('speed') &&
      apart(
        thrown.map(({ arm }) => meanOf(counted, arm, ({ speedMph }) => speedMph)),
        heldSpeedMph,
      ),
  }
  return trialDoubtNames.filter((doubt) => holds[doubt])
}
