import type { Trial } from '@sleetfall/contract'
import {
  type CovariateName,
  type Judgement,
  type TrialResult,
  leastShots,
  trialResult,
  weightOfShots,
} from '@sleetfall/core'
import { useI18n } from 'vue-i18n'

const shotsOf = (trial: Trial) => trial.shots.map((shot) => ({ ...shot, variantId: shot.side }))
export const resultOf = (trial: Trial): TrialResult => trialResult('control', 'variant', shotsOf(trial))

/** One decimal, with a real minus sign. */
const signed = (value: number) => value.toFixed(1).replace('-', '−')

/** A trial's result in words: what differs, how sure that is, and what would help when the data cannot tell. */
export function useResultText() {
  const { t } = useI18n()

  function difference(trial: Trial, comparison: Judgement): string {
    const effect = comparison.effects[0]
    if (!effect) return ''
    const more = effect.estimate >= 0
    const bounds = more ? [effect.low, effect.high] : [-effect.high, -effect.low]
    return t(more ? 'trials.higher' : 'trials.lower', {
      variant: trial.variantLabel,
      control: trial.controlLabel,
      boards: Math.abs(effect.estimate).toFixed(1),
      low: signed(bounds[0]!),
      high: signed(bounds[1]!),
    })
  }
  function verdict({ verdict: of, confoundedWith }: Judgement): string {
    if (of === 'different') return t('trials.different')
    if (of !== 'confounded') return t('trials.notShown')
    return t('trials.confounded', { what: confoundedWith.map((one) => t(`trials.confounders.${one}`)).join(', ') })
  }
  /** What would settle it, when these shots do not. */
  function settling({ verdict: of, alternating, moreShots, matters }: Judgement): string[] {
    if (of === 'different') return alternating ? [] : [t('trials.driftAllowed')]
    if (moreShots > 0) return [t('trials.wouldTell', { n: moreShots, boards: matters }, moreShots)]
    return [alternating ? t('trials.wouldHaveTold', { boards: matters }) : t('trials.throwAgain')]
  }
  /** What the figures rest on beside the entry boards. */
  function restsOn({ covariates, missing }: Judgement): string[] {
    const names = [...new Set(covariates.map(({ name }) => name))]
    const unnoted = (Object.entries(missing) as [CovariateName, number][]).map(([name, n]) =>
      t('trials.unnoted', { what: t(`trials.covariates.${name}`), n }, n),
    )
    if (names.length === 0) return unnoted
    return [t('trials.adjusted', { names: names.map((name) => t(`trials.covariates.${name}`)).join(', ') }), ...unnoted]
  }

  function lines(trial: Trial, result: TrialResult): string[] {
    const { missing, entry } = result
    if (missing.control > 0 || missing.variant > 0) {
      const parts = [
        ...(missing.control > 0 ? [t('trials.tooFewSide', { name: trial.controlLabel, n: missing.control })] : []),
        ...(missing.variant > 0 ? [t('trials.tooFewSide', { name: trial.variantLabel, n: missing.variant })] : []),
      ]
      return [t('trials.tooFew', { parts: parts.join(', ') })]
    }
    if (!entry || entry.verdict === 'too-few-shots') return [t('trials.tooFewEntries', { n: leastShots })]
    const text = [`${difference(trial, entry)} ${verdict(entry)}`]
    text.push(...settling(entry), ...restsOn(entry))
    if (result.withSetAside)
      text.push(
        t('trials.withAside', { text: `${difference(trial, result.withSetAside)} ${verdict(result.withSetAside)}` }),
      )
    return text
  }
  /** The shots that the difference hangs on most, each in a line. */
  function weights(trial: Trial): string[] {
    const all = weightOfShots('control', shotsOf(trial))
    return all.map(({ sequence, without, flips }) => {
      const boards = t(without < 0 ? 'trials.weighsLighter' : 'trials.weighsHigher', {
        n: sequence,
        boards: Math.abs(without).toFixed(1),
      })
      return flips ? `▲ ${boards} ${t('trials.weighsVerdict')}` : boards
    })
  }
  return { lines, weights }
}
