import { createI18n } from 'vue-i18n'
import { catalogue } from './messages.ts'

/** One catalogue per area, in English; a translation is one more locale of the same shape. */
export const i18n = createI18n({ legacy: false, locale: 'en', fallbackLocale: 'en', messages: { en: catalogue } })
