import { computed } from 'vue'
import { useI18n } from 'vue-i18n'
import { usePlan } from '../plan/store.ts'

const capital = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
/** The name that the start command gave to a station, which nobody has changed. */
const firstName = (kind: string) => capital(kind.replace('-', ' '))

/** Stations that have the start command's English names still, and what they are called in the language of whoever sets the shop up. */
export function useOwnNames() {
  const { t } = useI18n()
  const plan = usePlan()
  const named = computed(() =>
    (plan.plan?.stations ?? []).flatMap((station) => {
      const name = capital(t(`stations.${station.kind}`))
      return station.name === firstName(station.kind) && station.name !== name ? [{ station, name }] : []
    }),
  )
  async function take(): Promise<void> {
    for (const { station, name } of named.value) {
      const { id, kind, setupMinutes, closedUntil, closedReason, version } = station
      await plan.saveStation({ id, name, kind, setupMinutes, closedUntil, closedReason }, version)
    }
  }
  return { named, take }
}
