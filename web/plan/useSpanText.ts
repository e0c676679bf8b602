import { useI18n } from 'vue-i18n'

/** Minutes as people say them. */
export function useSpanText() {
  const { t } = useI18n()
  const spanText = (minutes: number) =>
    minutes < 90
      ? t('plan.minutes', { n: Math.round(minutes) })
      : minutes < 36 * 60
        ? t('plan.hours', { n: Math.round(minutes / 60) })
        : t('plan.daysLong', { n: Math.round(minutes / 1440) })
  return { spanText }
}
