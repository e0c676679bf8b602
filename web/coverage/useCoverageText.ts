import type { CoverageView, NearWork } from '@sleetfall/contract'
import { type BallSpec, type CoverageCell, type StateKey, polishRaUm, sameState } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { scannedText } from '../surface/useSurfaceText.ts'
import { phaseOf } from '../lanes/useWhatIfText.ts'
import { fixed } from '../controls/figures.ts'

const percent = (share: number) => Math.round(100 * share)

/** What a cell and a state of the lane say in words. */
export function useCoverageText() {
  const { t } = useI18n()
  const phase = (shots: number) => t(`lanes.whatIf.phases.${phaseOf(shots)}`)
  const short = (shots: number) => t(`coverage.short.${phaseOf(shots)}`)
  /** Direction where it does not do, else how sure it is that it does. */
  const word = ({ standing, verdict }: CoverageCell) =>
    standing === 'open' ? t(`coverage.verdicts.${verdict}`) : t(`coverage.standings.${standing}`)
  const sign = ({ standing, verdict }: CoverageCell) =>
    standing === 'open' ? t(`coverage.sign.${verdict}`) : t(`coverage.standingSign.${standing}`)
  const nameOf = (view: CoverageView, { targetId, shots }: StateKey) =>
    `${view.targets.find(({ id }) => id === targetId)?.name ?? '–'}, ${phase(shots)}`
  const names = (view: CoverageView, states: readonly StateKey[]) => states.map((one) => nameOf(view, one)).join('; ')
  const bestOf = (view: CoverageView, key: StateKey) => view.best.find((one) => sameState(one, key))?.strikes ?? null
  /** How a state stands over all balls. */
  function stateOf({ map }: CoverageView, key: StateKey): string {
    const has = (list: readonly StateKey[]) => list.some((one) => sameState(one, key))
    if (has(map.gaps)) return `▲ ${t('coverage.gap')}`
    const shown = !has(map.unproven)
    if (has(map.thin)) return `${shown ? '●' : '◑'} ${t(shown ? 'coverage.thin' : 'coverage.thinLikely')}`
    return shown ? `● ${t('coverage.covered')}` : `◑ ${t('coverage.standings.likely')}`
  }
  const surfaceText = (raUm: number) =>
    raUm <= polishRaUm ? t('coverage.plan.polish') : t('coverage.plan.about', { grit: scannedText(raUm) })
  /** A ball to look for, in a few words: what matters of it, and what it is called where the shop has it. */
  const specText = ({ cover, raUm, rgIn, differentialIn, stock }: Omit<BallSpec, 'id'>) =>
    t(stock ? 'coverage.plan.fromStock' : 'coverage.plan.buy', {
      name: stock?.name,
      ...{ cover: t(`balls.covers.${cover}`), surface: surfaceText(raUm) },
      ...{ rg: fixed(rgIn, 2), differential: fixed(differentialIn, 3) },
    })
  /** A work on a ball, in a few words. */
  const fixText = ({ action, ballName, recipeKey }: Pick<NearWork, 'action' | 'ballName' | 'recipeKey'>) =>
    [t(`coverage.actions.${action}`), ballName, recipeKey && `– ${t(`surface.recipes.${recipeKey}`)}`]
      .filter(Boolean)
      .join(' ')
  return { phase, fixText, specText, surfaceText, short, word, sign, nameOf, names, bestOf, stateOf, percent }
}
