import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'

/** Puts the address of what is on the screen into the clipboard, once it names everything; where that is not allowed, it says that the address bar has it. */
export function useShare(write: () => Promise<unknown>): () => Promise<void> {
  const { t } = useI18n()
  const notices = useNotices()
  return async () => {
    try {
      await write()
      await navigator.clipboard.writeText(location.href)
      notices.done(t('lanes.whatIf.shared'))
    } catch {
      notices.done(t('lanes.whatIf.shareFailed'))
    }
  }
}
