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
    const waiting = queue.of(trialId).find((one) => one.shot.id === shotId)
    const stored = trials.byId.get(trialId)?.shots.find((one) => one.id === shotId)
    const shot = waiting?.shot ?? stored
    if (!shot) return
    if (!waiting || !(await queue.drop(shotId))) await trials.removeShot(trialId, shotId)
    const { side, thrownAt, feetBoard, targetBoard, read, entryBoard, leave } = shot
    notices.done(t('trials.takenOut'), async () =>
      queue.add(trialId, { id: newId(), side, thrownAt, feetBoard, targetBoard, read, entryBoard, leave }),
    )
  }
}
