import { type Language, languages } from '@sleetfall/contract'
import { useStorage } from '@vueuse/core'
import { type OtherLanguage, speakWith, spoken, takeEnglish } from './i18n.ts'
import { vuetify } from './theme/vuetify.ts'

type LocaleMessages = (typeof vuetify.locale.messages.value)[string]

/** The language last chosen on this device; empty: as its browser asks for. */
const kept = useStorage<Language | ''>('sleetfall.language', '')
const asked = (): Language | undefined =>
  navigator.languages.map((tag) => languages.find((one) => tag.startsWith(one))).find((one) => one !== undefined)

/** The language for whoever has not signed in, and for members who leave it to the device. */
export const deviceLanguage = (): Language => kept.value || asked() || 'en'
/** Keeps a choice made before anybody has signed in. */
export const keepLanguage = (language: Language): void => void (kept.value = language)

const brought = new Map<Language, OtherLanguage & { readonly ofControls: LocaleMessages }>()
let latest = 0

/** Somebody is past the door: the texts of all areas are wanted. */
let inside = false
let english: Promise<void> | null = null
const allOfEnglish = () => (english ??= import('./messages.ts').then(({ catalogue }) => takeEnglish(catalogue)))
/** Fetches the texts of all areas, in the language that is spoken. */
export async function enter(): Promise<void> {
  inside = true
  if (spoken.value === 'en') await allOfEnglish()
}

/** Speaks a language on every screen; stays with the one before when it cannot be fetched. */
export async function speak(language: Language): Promise<void> {
  const turn = ++latest
  try {
    if (language === 'en' && inside) await allOfEnglish()
    if (language !== 'en' && !brought.has(language)) brought.set(language, await import('./german.ts'))
  } catch {
    return
  }
  // Another choice was made while this one was fetched.
  if (turn !== latest) return
  speakWith(language, brought.get(language) ?? null)
  const ofControls = brought.get(language)?.ofControls
  if (ofControls) vuetify.locale.messages.value = { ...vuetify.locale.messages.value, [language]: ofControls }
  vuetify.locale.current.value = language
  document.documentElement.lang = language
}
