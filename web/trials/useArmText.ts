import type { Trial } from '@sleetfall/contract'
import { seedOf } from '@sleetfall/core'
import { shuffler } from 'd3-array'
import { randomLcg } from 'd3-random'
import { useI18n } from 'vue-i18n'

const letters = [...'ABCDEFGHIJKL']
type Named = Pick<Trial, 'id' | 'arms' | 'blind' | 'revealedAt'>

/** Whether who throws may not be told yet which arm is which. */
export const isHidden = (trial: Pick<Trial, 'blind' | 'revealedAt'>) => trial.blind && trial.revealedAt === null

/** Letter of an arm: in order, and of a blind trial in an order that tells nothing. */
export function letterOf(trial: Named, arm: number): string {
  if (!trial.blind) return letters[arm - 1]!
  const order = shuffler(randomLcg(seedOf(trial.id)))(trial.arms.map((one) => one.arm))
  return letters[order.indexOf(arm)]!
}

/** Names of a trial's arms, hidden ones by their letter alone. */
export function useArmText() {
  const { t } = useI18n()
  const name = (trial: Named, arm: number): string =>
    isHidden(trial)
      ? t('trials.hiddenArm', { letter: letterOf(trial, arm) })
      : (trial.arms.find((one) => one.arm === arm)?.label ?? '')
  /** With its letter, as shot list and entry have it. */
  const lettered = (trial: Named, arm: number): string =>
    isHidden(trial) ? name(trial, arm) : `${letterOf(trial, arm)} ${name(trial, arm)}`
  return { name, lettered }
}
