import type { Trial, TrialArm } from '@sleetfall/contract'
import { counts } from '@sleetfall/core'

/** The balls of a trial, the one thrown last first. */
export function ballsOf(trial: Trial): TrialArm[] {
  const last = trial.shots.findLast(counts)?.arm
  const inOrder = [...trial.arms].sort((a, b) => Number(b.arm === last) - Number(a.arm === last))
  return inOrder.filter((arm, i) => inOrder.findIndex(({ ballId }) => ballId === arm.ballId) === i)
}
