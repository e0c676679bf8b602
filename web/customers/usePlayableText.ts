import type { OwnPlayable } from '@sleetfall/core'
import { useI18n } from 'vue-i18n'

/** Boards that a bowler plays, in words, with where they come from. */
export function usePlayableText() {
  const { t } = useI18n()
  return ({ by, laydown, target, mostLaunchDeg }: OwnPlayable) => {
    const swing = mostLaunchDeg === undefined ? '' : t('customers.playable.swing', { deg: mostLaunchDeg })
    const [from, to, near, far] = [...laydown, ...target]
    return t(`customers.playable.now.${by}`, { from, to, near, far, swing })
  }
}
