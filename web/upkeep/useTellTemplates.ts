import type { Telling } from '@sleetfall/contract'
import { type TellKind, tellWords } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'

/** Templates by occasion: the shop's own, else ours. */
export function useTellTemplates() {
  const { t } = useI18n()
  /** The catalogue's text with its names left in braces. */
  const named = Object.fromEntries(tellWords.map((word) => [word, `{${word}}`]))
  function templateOf(telling: Pick<Telling, 'templates'> | null, kind: TellKind): { subject: string; body: string } {
    const own = telling?.templates.find((one) => one.kind === kind)
    return own ?? { subject: t(`upkeep.tell.subjects.${kind}`, named), body: t(`upkeep.tell.bodies.${kind}`, named) }
  }
  return { templateOf }
}
