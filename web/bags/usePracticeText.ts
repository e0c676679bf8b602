import type { BagCard } from '@sleetfall/contract'
import { type PracticeStep, practicePlan } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { useBagText } from './useBagText.ts'
import { fixed } from '../controls/figures.ts'

/** Whether a surface may be changed in practice, as far as is known. */
const mayPad = ({ rules }: BagCard) =>
  !rules || rules.surfaceChange === 'before-play' || rules.surfaceChange === 'between-games'

/** A practice by the clock in words, the same on the screen, on paper and behind a customer's link. */
export function usePracticeText() {
  const { t } = useI18n()
  const words = useBagText()
  const stepsOf = (card: BagCard, minutes: number) =>
    practicePlan({ ...card, sport: card.patterns.some(({ shape }) => shape === 'sport') }, minutes)
  const whole = (minutes: number) => fixed(minutes, 0)
  const minutesText = ({ from, to }: PracticeStep) => t('bags.practice.between', { from: whole(from), to: whole(to) })
  function stepText(card: BagCard, { kind, ballId, line, shots }: PracticeStep): string {
    const ball = card.balls.find((one) => one.ballId === ballId)?.name ?? '–'
    const thrown = t('bags.practice.shots', { n: shots }, shots)
    const where = line ? words.line(line) : t('bags.practice.ownLine')
    const said = t(`bags.practice.kinds.${kind}`, { ball, line: where, shots: thrown })
    const pad = kind === 'begin' && mayPad(card) ? ` ${t('bags.practice.pad')}` : ''
    return said + pad
  }
  return { stepsOf, stepText, minutesText }
}
