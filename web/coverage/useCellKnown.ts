import type { CoverageView } from '@sleetfall/contract'
import { type CoverageCell, widestDoubt } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import type { Known } from '../controls/known.ts'
import { useCoverageText } from './useCoverageText.ts'

/** What the chance in a cell of the map rests on, what its band comes from, and what would make it narrower first. */
export function useCellKnown() {
  const { t } = useI18n()
  const { word, percent } = useCoverageText()

  /** Why it is not more sure than it is. */
  const unsure = ({ standing, contradicts }: CoverageCell) =>
    contradicts ? t('coverage.detail.contradicts') : standing === 'likely' ? t('coverage.detail.unproven') : ''

  function known(view: CoverageView, cell: CoverageCell): Known[] {
    const { releaseDoubtRpm } = view
    const { knownBy } = view.targets.find(({ id }) => id === cell.targetId)!
    const { fitted } = view.balls.find(({ id }) => id === cell.ballId)!
    const widest = widestDoubt({ fitted, knownBy, releaseDoubtRpm })
    const shares = cell.parts.map(({ source, share }) => `${t(`coverage.sources.${source}`)} ${percent(share)} %`)
    const from = t('coverage.detail.doubts', {
      ball: t(`coverage.detail.ball.${fitted ? 'fitted' : 'assumed'}`),
      lane: t(`coverage.detail.lane.${knownBy}`),
      release: t('coverage.detail.release', { rpm: Math.round(releaseDoubtRpm) }),
    })
    const { strikes } = cell
    return [
      {
        figure: strikes ? t('coverage.known.chance', { p: percent(strikes.p) }) : word(cell),
        kind: cell.provenance,
        source: shares.length > 0 ? shares.join('; ') : t('coverage.known.nothing'),
        model: t('coverage.known.model'),
        data: t('coverage.known.shots', { n: cell.thrown }, cell.thrown),
        ...(strikes
          ? { band: `${t('coverage.band', { low: percent(strikes.low), high: percent(strikes.high) })}. ${from}` }
          : {}),
        changes: [
          unsure(cell),
          widest ? t('coverage.detail.narrower', { what: t(`coverage.detail.tells.${widest}`) }) : '',
        ]
          .filter(Boolean)
          .join(' '),
      },
    ]
  }
  return { known, unsure }
}
