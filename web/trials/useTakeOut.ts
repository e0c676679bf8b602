import { check, shotSchema } from '@sleetfall/contract'
import { v4 as newId } from 'uuid'
import { useI18n } from 'vue-i18n'
import { useNotices } from '../shell/notices.ts'
import { useShotQueue } from './shotQueue.ts'
import { useTrials } from './store.ts'

/** Takes a shot out that was never thrown, sent or still waiting; the notice brings it back. */
export function useTakeOut() {
  const { t } = useI18n()
  const trials = useTrials()
  const queue = useShotQueue()
  const notices = useNotices()
  return async (trialId: string, shotId: string): Promise<void> => {
    const stored = trials.byId.get(trialId)
    const shot = stored && queue.applied(stored).shots.find((one) => one.id === shotId)
    if (!shot) return
    await queue.takeOut(trialId, shotId)
    // What the server adds is not sent back to it: the schema keeps what a shot may say.
    const again = check(shotSchema, { ...shot, id: newId() })
    notices.done(t('trials.takenOut'), async () => {
      if (again.ok) queue.add(trialId, again.value)
    })
  }
}
