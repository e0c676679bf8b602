import { type PracticeCondition, practiceConditions, practiceShot } from '../coverage/practice.ts'
import { styleBands } from '../coverage/style.ts'
import { launchAngleDeg } from '../motion/deviation.ts'
import { type ShotInput, simulate } from '../motion/simulate.ts'
import { raOfGrit } from '../surface/grit.ts'

/** How a shot was off its line: boards at the target and at the laydown, mph. */
export const covariateNames = ['targetDeviationBoards', 'laydownDeviationBoards', 'speedDeviationMph'] as const
export type CovariateName = (typeof covariateNames)[number]

/** Measures whose change with the line the motion core can foretell. */
export const foretoldMeasures = ['entryBoard', 'firstReadFt', 'entryAngleDeg'] as const
export type ForetoldMeasure = (typeof foretoldMeasures)[number]

export interface Slope {
  readonly mean: number
  readonly sd: number
  /** What a straight slope leaves out, per unit squared: root mean square over usual set-ups. */
  readonly bend: number
}
export type Slopes = Readonly<Record<CovariateName, Slope>>

/** What a set-up that is none of ours may do beside what ours do: a share of the slope, and in the measure's own unit. */
const beyondShare = 0.3
const beyond: Readonly<Record<ForetoldMeasure, number>> = { entryBoard: 0.25, firstReadFt: 0.5, entryAngleDeg: 0.15 }

/** A shot as thrown, its target, laydown and speed off by so much. */
function off(shot: ShotInput, target: number, laydown: number, speed: number): ShotInput {
  const [laydownBoard, targetBoard] = [shot.release.laydownBoard + laydown, usualTarget + target]
  return {
    ...shot,
    bowler: { ...shot.bowler, speedMph: shot.bowler.speedMph + speed },
    release: { laydownBoard, launchAngleDeg: launchAngleDeg(laydownBoard, targetBoard) },
  }
}
const usualTarget = 12

/** The shot at the usual target whose laydown brings it into the middle of the pocket, by bisection. */
function pocketShot(shot: (laydown: number) => ShotInput): ShotInput {
  let [low, high] = [12, 38]
  while (high - low > 0.05) {
    const middle = (low + high) / 2
    if (simulate(shot(middle)).entryBoard > 17.5) low = middle
    else high = middle
  }
  return shot((low + high) / 2)
}

type ByMeasure = Readonly<Record<ForetoldMeasure, number>>
/** Central differences of a shot's measures by each covariate: slope, and half of the second derivative. */
function slopesOf(shot: ShotInput): Readonly<Record<CovariateName, ByMeasure & { readonly bend: ByMeasure }>> {
  const measure = (target: number, laydown: number, speed: number) => {
    const { entryBoard, firstReadFt, entryAngleDeg } = simulate(off(shot, target, laydown, speed))
    return { entryBoard, firstReadFt: firstReadFt ?? Number.NaN, entryAngleDeg }
  }
  const here = measure(0, 0, 0)
  const by = (target: number, laydown: number, speed: number) => {
    const [more, less] = [measure(target, laydown, speed), measure(-target, -laydown, -speed)]
    const step = 2 * (target + laydown + speed)
    const change = (name: ForetoldMeasure) => (more[name] - less[name]) / step
    const bend = (name: ForetoldMeasure) => (2 * (more[name] + less[name] - 2 * here[name])) / step ** 2
    return {
      bend: { entryBoard: bend('entryBoard'), firstReadFt: bend('firstReadFt'), entryAngleDeg: bend('entryAngleDeg') },
      entryBoard: change('entryBoard'),
      firstReadFt: change('firstReadFt'),
      entryAngleDeg: change('entryAngleDeg'),
    }
  }
  return {
    targetDeviationBoards: by(0.75, 0, 0),
    laydownDeviationBoards: by(0, 0.75, 0),
    speedDeviationMph: by(0, 0, 0.5),
  }
}

/** A house pattern's shape: little oil outside, where a miss comes back; its slopes are those that differ most from the table's lanes. */
const house = [
  [2, 38, 1, 32],
  [7, 33, 2, 36],
  [10, 30, 4, 39],
].map(([fromBoard, toBoard, loads, endFt]) => ({
  ...{ fromBoard: fromBoard!, toBoard: toBoard!, loads: loads!, endFt: endFt! },
  ...{ microlitresPerBoard: 50, startFt: 0 },
}))
const onHouse = (shot: ShotInput): ShotInput => ({
  ...shot,
  friction: { ...shot.friction, loads: house } as ShotInput['friction'],
})

let kept: ReturnType<typeof slopesOf>[] | null = null
/** Every style on every condition of the starting-surface table and on a house pattern, a 2000 solid in the pocket. */
const everywhere = () =>
  (kept ??= styleBands.flatMap((style) => {
    const shot = (condition: PracticeCondition) => (laydown: number) =>
      practiceShot({ style, condition }, raOfGrit(2000), laydown, usualTarget)
    const lanes = [...practiceConditions.map(shot), (laydown: number) => onHouse(shot('medium')(laydown))]
    return lanes.map((lane) => slopesOf(pocketShot(lane)))
  }))

/**
 * What is believed of the slopes of a measure before any shot: their mean over usual set-ups of the motion core, and how far those
 * differ among themselves and may differ from yours. Null for a measure that the core does not foretell.
 */
export function usualSlopes(measure: string): Slopes | null {
  const name = foretoldMeasures.find((one) => one === measure)
  if (name === undefined) return null
  const slope = (covariate: CovariateName): Slope => {
    const all = everywhere()
      .map((one) => one[covariate][name])
      .filter(Number.isFinite)
    const mean = all.reduce((sum, one) => sum + one, 0) / all.length
    const among = all.reduce((sum, one) => sum + (one - mean) ** 2, 0) / all.length
    const bends = everywhere()
      .map((one) => one[covariate].bend[name])
      .filter(Number.isFinite)
    const bend = Math.sqrt(bends.reduce((sum, one) => sum + one ** 2, 0) / bends.length)
    return { mean, sd: Math.sqrt(among + (beyondShare * mean) ** 2 + beyond[name] ** 2), bend }
  }
  return {
    targetDeviationBoards: slope('targetDeviationBoards'),
    laydownDeviationBoards: slope('laydownDeviationBoards'),
    speedDeviationMph: slope('speedDeviationMph'),
  }
}

/** Boards that the entry moves with a move of feet and eyes, over the same usual set-ups: mean and how far they differ. */
export function usualMove(feet: number, eyes: number): Omit<Slope, 'bend'> {
  const all = everywhere().map(
    (one) => feet * one.laydownDeviationBoards.entryBoard + eyes * one.targetDeviationBoards.entryBoard,
  )
  const mean = all.reduce((sum, one) => sum + one, 0) / all.length
  const among = all.reduce((sum, one) => sum + (one - mean) ** 2, 0) / all.length
  return { mean, sd: Math.sqrt(among + (beyondShare * mean) ** 2) }
}
