import { type FieldProblem, type Language, type Said, inWords } from '@sleetfall/contract'
import type { UnitName } from '@sleetfall/core'
import { type Locale, setDefaultOptions } from 'date-fns'
import { enUS } from 'date-fns/locale/en-US'
import { type WritableComputedRef } from 'vue'
import { createI18n } from 'vue-i18n'
import { doorCatalogue } from './doorMessages.ts'
import type { catalogue } from './messages.ts'

type Catalogue = typeof catalogue
/**
 * One catalogue per area, in English; another language is one more locale of the same shape, fetched when it is chosen. At the door only its own texts
 * are there; the others come with what is behind it.
 */
export const i18n = createI18n({
  legacy: false,
  locale: 'en',
  fallbackLocale: 'en',
  messages: { en: doorCatalogue as unknown as Catalogue },
})
/** Takes the texts of all areas in English. */
export const takeEnglish = (all: Catalogue): void => i18n.global.setLocaleMessage('en', all)

const { t } = i18n.global
/** The language that is spoken now; whoever reads it is asked again when another is chosen. */
export const spoken = i18n.global.locale as unknown as WritableComputedRef<Language>

/** What a language beside English brings along. */
export interface OtherLanguage {
  readonly catalogue: object
  readonly dates: Locale
}
/** Speaks a language: texts, dates and figures. `other` is what it brings, nothing for English. */
export function speakWith(language: Language, other: OtherLanguage | null): void {
  if (other) i18n.global.setLocaleMessage(language as 'en', other.catalogue as Catalogue)
  setDefaultOptions({ locale: other?.dates ?? enUS })
  spoken.value = language
}

/** The words for something that the server, a schema or the core says by its key. */
export const textOf = (said: Said): string => inWords(said, (key, values) => t(key, values))
/** The messages of wrong fields by the path of each. */
export const textsByPath = (fields: readonly FieldProblem[]): Record<string, string> =>
  Object.fromEntries(fields.map(({ path, said }) => [path, textOf(said)]))
/** The messages of wrong fields in one line. */
export const textOfAll = (fields: readonly FieldProblem[]): string => fields.map(({ said }) => textOf(said)).join(' · ')
export const unitText = (unit: UnitName): string => t(`units.${unit}`)
