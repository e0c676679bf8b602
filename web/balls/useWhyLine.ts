import type { Ball } from '@sleetfall/contract'
import { careNeeded } from '@sleetfall/core'
import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { dayText, timeText } from '../controls/days.ts'
import { nowMs } from '../http/clock.ts'
import { type ReadsBy, useReadsBy } from './readsBy.ts'
import { onlyLikely, signOf, useSurfaceText } from '../surface/useSurfaceText.ts'

export interface WhyLine {
  readonly text: string
  /** Worth looking up from other work for. */
  readonly loud: boolean
}

/** How far off a ball reads, and at which play. */
export const readsText = (t: (key: string, values: object) => string, { feet, event }: ReadsBy): string =>
  t(`balls.why.${feet > 0 ? 'late' : 'early'}.${event.kind}`, { n: Math.abs(feet), day: dayText(event.nextOn) })

/**
 * The one thing to say of a ball on the rack: why it should be looked at, and by when. Drying and damage first, then a surface that
 * somebody set a target for, then oil. Null when it can be left alone.
 */
export function useWhyLine(ball: () => Ball) {
  const { t } = useI18n()
  const text = useSurfaceText()
  const readsBy = useReadsBy()
  /** The customer's next day of play, as the date that work has to be done by. */
  const byWhen = computed(() => {
    const { playsOn } = ball()
    return playsOn === null ? '' : t('balls.why.by', { day: dayText(playsOn) })
  })
  return computed((): WhyLine | null => {
    const { surface, lockedUntil, lastFinding, cover } = ball()
    if (lastFinding && lastFinding !== 'fine') return { text: `▲ ${t(`bench.findings.${lastFinding}`)}`, loud: true }
    if (lockedUntil && Date.parse(lockedUntil) > nowMs())
      return {
        text: `▲ ${t('balls.dryingUntil', { day: dayText(lockedUntil), time: timeText(lockedUntil) })}`,
        loud: true,
      }
    const care = careNeeded(cover, surface)
    if (care.includes('surface-unknown')) return { text: `○ ${t('balls.why.unknown')} ${byWhen.value}`, loud: false }
    if (care.includes('surface-outside')) {
      const known = !onlyLikely(surface)
      const reads = readsBy.of(ball())
      if (reads) return { text: `${signOf(surface)} ${readsText(t, reads)}`, loud: known }
      const words = t(known ? 'balls.why.outside' : 'balls.why.likely', {
        status: text.status(surface),
        target: surface.window ? text.finishName(surface.window.targetGrit) : '',
      })
      return { text: `${signOf(surface)} ${words}${byWhen.value ? ` ${byWhen.value}` : ''}`, loud: known }
    }
    if (care.includes('oil-heavy')) return { text: `◆ ${t('balls.care.oil-heavy')}`, loud: true }
    if (surface.status === 'leaves-soon' && surface.gamesLeft !== null)
      return {
        text: `◐ ${t('balls.why.soon', { n: Math.round(surface.gamesLeft) }, Math.round(surface.gamesLeft))}`,
        loud: false,
      }
    return null
  })
}
