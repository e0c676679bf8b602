import type { Score } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { fixed } from '../controls/figures.ts'

/** How a foretold entry board held against the measured ones, in words. */
export function useScoreText() {
  const { t } = useI18n()
  function words(score: Score | null): string {
    if (!score) return t('trials.scores.waiting')
    const boards = fixed(Math.abs(score.off), 1)
    const where = t(score.off >= 0 ? 'trials.scores.higher' : 'trials.scores.lighter', {
      boards,
      n: score.shots,
      measured: fixed(score.measured, 1),
    })
    const sure =
      score.missed === null
        ? t('trials.scores.cannotTell')
        : t(score.missed ? 'trials.scores.missed' : 'trials.scores.held')
    return `${where} ${sure}`
  }
  return { words }
}
