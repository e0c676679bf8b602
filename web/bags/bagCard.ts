import type { BagCard } from '@sleetfall/contract'
import type { ComposerTranslation } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { nowIso } from '../http/clock.ts'
import { type Card, saveCard } from '../print/card.ts'
import type { useDueText } from '../upkeep/useDueText.ts'
import type { useBagText } from './useBagText.ts'
import type { usePracticeText } from './usePracticeText.ts'

type Line = Card['lines'][number]

/** What words a card is written with. */
export interface CardWords {
  readonly words: ReturnType<typeof useBagText>
  readonly practice: ReturnType<typeof usePracticeText>
  readonly due: Pick<ReturnType<typeof useDueText>, 'work' | 'when'>
}
/** Minutes of practice that paper is printed for. */
const printedMinutes = 10

/** The lines of a bag as it is taken along: balls with role, surface, start and next service, the practice, then the ladder of each pattern. */
export function bagLines(t: ComposerTranslation, { words, practice, due }: CardWords, card: BagCard): Line[] {
  const nameOf = (id: string) => card.balls.find(({ ballId }) => ballId === id)?.name ?? '–'
  const balls = card.balls.flatMap((ball): Line[] => [
    { text: `${ball.name}: ${words.roles(ball.roles)}`, bold: true },
    {
      text: [
        words.surface(ball),
        ...(ball.start ? [words.line(ball.start)] : []),
        ...(ball.gamesLeft !== null && ball.recipeKey === null && ball.gamesLeft >= 1 && ball.gamesLeft < 60
          ? [t('bags.gamesLeft', { n: Math.round(ball.gamesLeft) })]
          : []),
        ...(ball.next ? [t('bags.next', { work: due.work(ball.next), when: due.when(ball.next) })] : []),
      ].join('; '),
    },
  ])
  const ladder = card.patterns.flatMap(({ id, name }): Line[] => [
    { text: name, bold: true },
    ...words.rungs(card.ladder.filter(({ targetId }) => targetId === id)).map(({ from, last }): Line => {
      const when = words.when(card, from)
      const [next] = words.nextOf(last, nameOf)
      const parts = [
        `${when}: ${words.throws(from, nameOf(from.ballId))}`,
        ...(last === from ? [] : [words.holds(last)]),
        ...(last.until === null || !next ? [] : [t(`bags.signs.${last.sign}`), next.text]),
        words.contrary(from, nameOf) ?? '',
      ]
      return {
        text: parts
          .filter((part) => part !== '')
          .map((part) => part.replace(/\.?$/, '.'))
          .join(' '),
      }
    }),
  ])
  const steps = practice.stepsOf(card, printedMinutes)
  const byTheClock = steps.map((step): Line => ({
    text: `${practice.minutesText(step)}: ${practice.stepText(card, step)}`,
  }))
  const heading: Line[] =
    steps.length > 0 ? [{ text: t('bags.practice.minutesN', { n: printedMinutes }), bold: true }] : []
  return [...balls, ...heading, ...byTheClock, ...ladder]
}

/** Saves a bag as a card to take along. */
export const saveBagCard = (
  t: ComposerTranslation,
  words: CardWords,
  { shop, customer, card }: { readonly shop: string; readonly customer: string; readonly card: BagCard },
): Promise<void> =>
  saveCard({
    ...{ format: 'a5', shop, title: t('bags.cardTitle', { event: card.eventName }) },
    customer: `${customer}, ${dayText(card.startsOn)}`,
    lines: bagLines(t, words, card),
    starts: card.balls.flatMap(({ name, start }) =>
      start ? [{ ...start, title: name, left: card.hand === 'left' }] : [],
    ),
    care: t('bags.cardCare', { day: dayText(nowIso()) }),
  })
