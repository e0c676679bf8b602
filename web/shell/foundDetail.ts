import type { Found } from '@sleetfall/contract'
import { dayText } from '../controls/days.ts'

/** What stands behind the title of something found, to tell it from others of that name. */
export function foundDetail(one: Found, t: (key: string, values?: Record<string, unknown>) => string): string {
  const parts = (...texts: readonly string[]) => texts.filter((text) => text !== '').join(' · ')
  switch (one.kind) {
    case 'customer':
      return parts(t(`shell.found.hands.${one.hand}`), one.distinction)
    case 'ball':
      return parts(
        one.customerName,
        `${t(`shell.found.places.${one.place}`)} ${one.place === 'shelf' ? one.shelf : ''}`.trim(),
      )
    case 'pattern':
      return t('shell.found.pattern')
    case 'job':
      return parts(t(`works.${one.work}`), one.customerName, t('shell.found.due', { day: dayText(one.dueOn) }))
    case 'event':
      return t(`shell.found.events.${one.what}`, { day: dayText(one.startsOn) })
    case 'trial':
      return one.customerName
  }
}
