import type { Due } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { dayText, fromToday } from '../controls/days.ts'
import { nowMs } from '../http/clock.ts'

/** Words for what a ball is due for, when, and why. */
export function useDueText() {
  const { t } = useI18n()
  const iso = (due: Due) => new Date(due.atMs).toISOString()
  const past = (due: Due) => (due.games !== null ? due.games <= 0 : due.atMs <= nowMs())
  /** Due now, and asked for: what waits for the next visit anyway raises no alarm. */
  const now = (due: Due) => due.asked && past(due)
  const when = (due: Due) =>
    past(due) && !due.asked
      ? t('upkeep.whenIn')
      : now(due)
        ? t('upkeep.now')
        : due.games === null
          ? `${dayText(iso(due))}, ${fromToday(iso(due))}`
          : t('upkeep.inGames', { n: Math.round(due.games), day: dayText(iso(due)) }, Math.round(due.games)) +
            range(due)
  /** Between which days, by how well its wear is known; nothing where both are the same. */
  function range({ rangeMs }: Due): string {
    if (!rangeMs) return ''
    const [from, to] = rangeMs.map((ms) => ms !== null && dayText(new Date(ms).toISOString()))
    if (from === to) return ''
    return ` (${to ? t('upkeep.between', { from, to }) : t('upkeep.from', { from })})`
  }
  const work = (due: Due) => t(`upkeep.works.${due.work}`)
  const why = (due: Due) => t(`upkeep.reasons.${due.reason}`)
  return { now, when, work, why }
}
