import { type FieldProblem, type Said, inWords } from '@sleetfall/contract'
import type { UnitName } from '@sleetfall/core'
import { createI18n } from 'vue-i18n'
import { catalogue } from './messages.ts'

/** One catalogue per area, in English; a translation is one more locale of the same shape. */
export const i18n = createI18n({ legacy: false, locale: 'en', fallbackLocale: 'en', messages: { en: catalogue } })

const { t } = i18n.global
/** The words for something that the server, a schema or the core says by its key. */
export const textOf = (said: Said): string => inWords(said, (key, values) => t(key, values))
/** The messages of wrong fields by the path of each. */
export const textsByPath = (fields: readonly FieldProblem[]): Record<string, string> =>
  Object.fromEntries(fields.map(({ path, said }) => [path, textOf(said)]))
/** The messages of wrong fields in one line. */
export const textOfAll = (fields: readonly FieldProblem[]): string => fields.map(({ said }) => textOf(said)).join(' · ')
export const unitText = (unit: UnitName): string => t(`units.${unit}`)
