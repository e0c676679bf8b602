import type { Trial } from '@sleetfall/contract'
import { type Comparison, type TrialResult, leastShots, trialResult } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'

export const resultOf = (trial: Trial): TrialResult =>
  trialResult(
    'control',
    'variant',
    trial.shots.map((shot) => ({ ...shot, variantId: shot.side })),
  )

/** One decimal, with a real minus sign. */
const signed = (value: number) => value.toFixed(1).replace('-', '−')

/** A trial's result in words: what differs, how sure that is, and what would help when the data cannot tell. */
export function useResultText() {
  const { t } = useI18n()

  function difference(trial: Trial, comparison: Comparison): string {
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
  const verdict = (comparison: Comparison) =>
    t(comparison.verdict === 'different' ? 'trials.different' : 'trials.notShown')

  function lines(trial: Trial): string[] {
    const result = resultOf(trial)
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
    if (result.shotsThatWouldTell !== null) text.push(t('trials.wouldTell', { n: result.shotsThatWouldTell }))
    if (entry.covariates.length > 0)
      text.push(
        t('trials.adjusted', { names: entry.covariates.map((one) => t(`trials.covariates.${one.name}`)).join(', ') }),
      )
    if (!result.driftSeparable) text.push(t('trials.drift'))
    if (result.withSetAside)
      text.push(
        t('trials.withAside', { text: `${difference(trial, result.withSetAside)} ${verdict(result.withSetAside)}` }),
      )
    return text
  }
  return { lines }
}
