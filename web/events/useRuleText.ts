import type { BowlingEvent, RuleSet } from '@sleetfall/contract'
import type { BallRuling, LimitName } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { quantityText } from '../controls/quantities.ts'
import { dayText } from '../controls/days.ts'
import { useSession } from '../shell/session.ts'

const quantityOf: Readonly<Record<BallRuling['rule'], LimitName>> = {
  ...{ weight: 'weightLb', hardness: 'hardnessD', roughness: 'ruledRaUm', rg: 'rgIn', differential: 'differentialIn' },
  ...{ static: 'ruledStaticOz', urethane: 'hardnessD' },
}

/** What rules ask, in words: with the figure, its limits, and where it was read. */
export function useRuleText() {
  const { t } = useI18n()
  const session = useSession()
  const figure = (rule: BallRuling['rule'], value: number) => quantityText(quantityOf[rule], value, session.metric)
  /** One thing that a ball breaks, or that nobody knows. */
  function rulingText({ rule, ruling, value, least, most }: BallRuling): string {
    const name = t(`events.rules.asks.${rule}`)
    if (rule === 'urethane') return t('events.rules.noUrethane')
    const limit =
      least !== null && most !== null
        ? t('events.rules.between', { least: figure(rule, least), most: figure(rule, most) })
        : least !== null
          ? t('events.rules.atLeast', { limit: figure(rule, least) })
          : t('events.rules.atMost', { limit: figure(rule, most!) })
    return ruling === 'unknown' || value === null
      ? t('events.rules.notKnown', { name, limit })
      : t('events.rules.has', { name, value: figure(rule, value), limit })
  }
  /** Where a set of rules was read, and of which day. */
  const sourceText = ({ source, datedOn }: Pick<RuleSet, 'source' | 'datedOn'>) =>
    [source || t('events.rules.noSource'), datedOn ? dayText(datedOn) : t('events.rules.noDay')].join(', ')
  /** Games of a block and who share a pair, as far as somebody said. */
  const blockText = ({ games, bowlersOnPair: n }: Pick<BowlingEvent, 'games' | 'bowlersOnPair'>) =>
    [games && t('events.gamesOf', { n: games }, games), n && t('events.onPair', { n }, n)].filter(Boolean).join(', ')
  return { rulingText, sourceText, blockText }
}
