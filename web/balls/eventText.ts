import { type BallEventContent, lockReasons } from '@sleetfall/contract'
import { describeSteps } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { layoutText, quantityText } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'
import { fixed } from '../controls/figures.ts'

/** Words for one entry of a ball's history. */
export function useEventText() {
  const { t } = useI18n()
  const session = useSession()
  const lockReason = (reason: string) =>
    (lockReasons as readonly string[]).includes(reason) ? t(`balls.lockReasons.${reason}`) : reason
  return ({ kind, payload }: BallEventContent): string => {
    switch (kind) {
      case 'games':
        return t('balls.events.games', { games: payload.games, volume: fixed(payload.volumeMl, 0) }, payload.games)
      case 'surfaced':
        return t('balls.events.surfaced', { steps: describeSteps(payload.steps) })
      case 'scanned':
        return t('balls.events.scanned', { grits: payload.grits.join(', ') })
      case 'cleaned':
        return t('balls.events.cleaned', { with: t(`balls.with.${payload.with}`) })
      case 'extracted':
        return t('balls.events.extracted', {
          minutes: payload.minutes,
          temperature: quantityText('waterTemperatureC', payload.temperatureC, session.metric),
        })
      case 'moved':
        return t('balls.events.moved', { place: `${t(`balls.places.${payload.place}`)} ${payload.shelf}`.trim() })
      case 'drilled':
        return t(payload.holes?.some((hole) => hole.plug) ? 'balls.events.redrilled' : 'balls.events.drilled', {
          layout: layoutText(payload),
        })
      case 'locked':
        return t('balls.events.locked', { day: dayText(payload.untilAt), why: lockReason(payload.reason) })
      case 'checked':
        return t('balls.events.checked', {
          what: t(`balls.checks.${payload.what}`),
          finding: t(`bench.findings.${payload.finding}`),
          note: payload.note,
        })
      case 'withdrawn':
        return t('balls.events.withdrawn')
    }
  }
}
