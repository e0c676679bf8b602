import type { BagCard } from '@sleetfall/contract'
import type { ComposerTranslation } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { type Card, saveCard } from '../print/card.ts'
import type { useBagText } from './useBagText.ts'

type Line = Card['lines'][number]

/** The lines of a bag as it is taken along: balls with role, surface and start, then the ladder of each pattern. */
export function bagLines(t: ComposerTranslation, words: ReturnType<typeof useBagText>, card: BagCard): Line[] {
  const nameOf = (id: string) => card.balls.find(({ ballId }) => ballId === id)?.name ?? '–'
  const balls = card.balls.flatMap((ball): Line[] => [
    { text: `${ball.name}: ${words.roles(ball.roles)}`, bold: true },
    {
      text: [
        words.surface(ball),
        ...(ball.start ? [words.line(ball.start)] : []),
        ...(ball.gamesLeft !== null && ball.recipeKey === null && ball.gamesLeft < 60
          ? [t('bags.gamesLeft', { n: Math.round(ball.gamesLeft) })]
          : []),
      ].join('; '),
    },
  ])
  const ladder = card.patterns.flatMap(({ id, name }): Line[] => [
    { text: name, bold: true },
    ...words.rungs(card.ladder.filter(({ targetId }) => targetId === id)).map(({ from, last }): Line => {
      const when = from.shots === 0 ? t('bags.fresh') : t('bags.then', { n: from.shots })
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
  return [...balls, ...ladder]
}

/** Saves a bag as a card to take along. */
export const saveBagCard = (
  t: ComposerTranslation,
  words: ReturnType<typeof useBagText>,
  { shop, customer, card }: { readonly shop: string; readonly customer: string; readonly card: BagCard },
): Promise<void> =>
  saveCard({
    ...{ format: 'a5', shop, title: t('bags.cardTitle', { event: card.eventName }) },
    customer: `${customer}, ${dayText(card.startsOn)}`,
    lines: bagLines(t, words, card),
    starts: card.balls.flatMap(({ name, start }) =>
      start ? [{ ...start, title: name, left: card.hand === 'left' }] : [],
    ),
    care: t('bags.cardCare', { day: dayText(new Date().toISOString()) }),
  })
