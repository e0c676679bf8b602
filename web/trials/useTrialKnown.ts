import type { Trial } from '@sleetfall/contract'
import type { TrialResult } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import type { Known } from '../controls/known.ts'
import { useResultText } from './useResultText.ts'

/** What a trial's verdict rests on: its shots, the model that weighs them, its band, and what would settle it. */
export function useTrialKnown() {
  const { t } = useI18n()
  const text = useResultText()
  return (trial: Trial, result: TrialResult): Known[] => {
    const { judged, arms } = result
    const sum = (of: 'counted' | 'setAside' | 'warmUps') => arms.reduce((all, one) => all + one[of], 0)
    const [figure = ''] = text.lines(trial, result)
    return [
      {
        figure,
        kind: judged ? 'measured' : 'unknown',
        source: t('trials.known.source', { n: sum('counted') }, sum('counted')),
        ...(judged ? { model: t('trials.known.model') } : {}),
        data: [
          t('trials.known.data', { aside: sum('setAside'), warm: sum('warmUps') }),
          ...(judged ? text.restsOn(judged) : []),
        ].join(' '),
        band: t(judged ? 'trials.known.band' : 'trials.known.noBand'),
        changes: judged ? text.settling(judged).join(' ') || t('trials.known.settled') : t('trials.known.moreShots'),
      },
    ]
  }
}
