import type { BallEvent } from '@sleetfall/contract'
import { type RecipeStep, describeSteps, formatLayout } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'
import { dayText } from '../controls/days.ts'
import { quantityText } from '../controls/quantities.ts'
import { useSession } from '../shell/session.ts'

const plugged = (holes: unknown) => Array.isArray(holes) && holes.some((hole: { plug?: unknown }) => hole.plug)

/** Words for one entry of a ball's history. */
export function useEventText() {
  const { t } = useI18n()
  const session = useSession()
  return (event: Pick<BallEvent, 'kind' | 'payload'>): string => {
    // Payloads were checked by the schema of their kind when they were written.
    const p = event.payload as { [key: string]: never }
    switch (event.kind) {
      case 'games':
        return t(
          'balls.events.games',
          { games: p['games'], volume: Number(p['volumeMl']).toFixed(0) },
          Number(p['games']),
        )
      case 'surfaced':
        return t('balls.events.surfaced', { steps: describeSteps(event.payload['steps'] as readonly RecipeStep[]) })
      case 'scanned':
        return t('balls.events.scanned', { grits: (event.payload['grits'] as readonly number[]).join(', ') })
      case 'cleaned':
        return t('balls.events.cleaned', { with: t(`balls.with.${p['with']}`) })
      case 'extracted':
        return t('balls.events.extracted', {
          minutes: p['minutes'],
          temperature: quantityText('waterTemperatureC', Number(event.payload['temperatureC']), session.metric),
        })
      case 'moved':
        return t('balls.events.moved', { place: `${t(`balls.places.${p['place']}`)} ${p['shelf'] ?? ''}`.trim() })
      case 'drilled':
        return t(plugged(event.payload['holes']) ? 'balls.events.redrilled' : 'balls.events.drilled', {
          layout: formatLayout(p as unknown as Parameters<typeof formatLayout>[0]),
        })
      case 'locked':
        return t('balls.events.locked', { day: dayText(String(p['untilAt'])), why: p['reason'] })
      case 'checked':
        return t('balls.events.checked', {
          what: t(`balls.checks.${p['what']}`),
          finding: t(`bench.findings.${p['finding']}`),
          note: p['note'] ?? '',
        })
      case 'withdrawn':
        return t('balls.events.withdrawn')
    }
  }
}
