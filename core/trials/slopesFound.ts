import { type PracticeCondition, practiceConditions, practiceShot } from '../coverage/practice.ts'
import { styleBands } from '../coverage/style.ts'
import { launchAngleDeg } from '../motion/deviation.ts'
import { type ShotInput, simulate } from '../motion/simulate.ts'
import { raOfGrit } from '../surface/grit.ts'
import type { CovariateName, ForetoldMeasure } from './slopes.ts'

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
/** What each covariate does to each measure at one set-up: slope a unit, and half of the second derivative. */
export type FoundSlopes = Readonly<Record<CovariateName, ByMeasure & { readonly bend: ByMeasure }>>
/** Central differences of a shot's measures by each covariate: slope, and half of the second derivative. */
function slopesOf(shot: ShotInput): FoundSlopes {
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

/** By the motion core: every style on every condition of the starting-surface table and on a house pattern, a 2000 solid in the pocket. */
export const slopesEverywhere = (): FoundSlopes[] =>
  styleBands.flatMap((style) => {
    const shot = (condition: PracticeCondition) => (laydown: number) =>
      practiceShot({ style, condition }, raOfGrit(2000), laydown, usualTarget)
    const lanes = [...practiceConditions.map(shot), (laydown: number) => onHouse(shot('medium')(laydown))]
    return lanes.map((lane) => slopesOf(pocketShot(lane)))
  })
