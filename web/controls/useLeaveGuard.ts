import { useEventListener } from '@vueuse/core'
import { type MaybeRefOrGetter, toValue } from 'vue'
import { useI18n } from 'vue-i18n'
import { onBeforeRouteLeave, onBeforeRouteUpdate } from 'vue-router'

/** Asks before somebody leaves a page with half-typed work: inside the application, by closing the tab, by reloading. */
export function useLeaveGuard(typed: MaybeRefOrGetter<boolean>): void {
  const { t } = useI18n()
  useEventListener(window, 'beforeunload', (event: BeforeUnloadEvent) => {
    if (toValue(typed)) event.preventDefault()
  })
  const ask = () => !toValue(typed) || window.confirm(`${t('shell.discard.title')} ${t('shell.discard.text')}`)
  onBeforeRouteLeave(ask)
  onBeforeRouteUpdate((to, from) => to.path === from.path || ask())
}
