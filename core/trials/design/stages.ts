import { alternate } from './alternate.ts'
import type { Next, OrderInput } from './design.ts'
import { countsOf } from './design.ts'

/**
 * Arms whose differences need work, or a lane that has to be played first, come in stages; within a stage they alternate. A later stage begins when each arm of the one before has
 * its shots, and once it has begun there is no way back.
 */
export function inStages(
  { thrown, arms }: Pick<OrderInput, 'thrown' | 'arms'>,
  stageOf: (arm: number) => number,
  shotsAnArm: number,
): Next {
  const counts = countsOf(thrown, arms.length)
  const stages = [...new Set(arms.map((_, i) => stageOf(i + 1)))].sort((a, b) => a - b)
  const ofStage = (stage: number) => arms.flatMap((_, i) => (stageOf(i + 1) === stage ? [i + 1] : []))
  const begun = stages.findLast((stage) => ofStage(stage).some((arm) => counts[arm - 1]! > 0)) ?? stages[0]!
  const full = ofStage(begun).every((arm) => counts[arm - 1]! >= shotsAnArm)
  const next = full ? stages.find((stage) => stage > begun) : undefined
  if (next === undefined) return alternate(thrown, ofStage(begun))
  return { arm: ofStage(next)[0]!, why: 'stage' }
}

/** Stage of an arm by the work that leads to it: how many other surfaces its ball had in the arms before. */
export function byWork({ arms }: Pick<OrderInput, 'arms'>): (arm: number) => number {
  return (arm) => {
    const own = arms[arm - 1]!
    const before = arms.slice(0, arm).filter(({ ballId }) => ballId === own.ballId)
    return [...new Set(before.map(({ surface }) => surface))].indexOf(own.surface)
  }
}
/** Stage of an arm by its level of one factor, in the order in which the levels come. */
export function byLevel({ arms }: Pick<OrderInput, 'arms'>, factor: number): (arm: number) => number {
  const levels = [...new Set(arms.map((one) => one.levels[factor] ?? ''))]
  return (arm) => levels.indexOf(arms[arm - 1]!.levels[factor] ?? '')
}
