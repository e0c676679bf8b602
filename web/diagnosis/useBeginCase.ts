import { type Trial, diagnosisSchema } from '@sleetfall/contract'
import { counts, signsOf } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { useRouter } from 'vue-router'
import { useNotices } from '../shell/notices.ts'
import { useDiagnoses } from './store.ts'

/** What somebody sees lately says more than what was an hour ago. */
const lastShots = 10

/** Begins a case from a trial: the ball that was thrown last, with the signs that its last shots show. */
export function useBeginCase() {
  const router = useRouter()
  const notices = useNotices()
  const diagnoses = useDiagnoses()
  return async (trial: Trial): Promise<void> => {
    const last = trial.shots.findLast(counts)
    const arm = trial.arms.find((one) => one.arm === last?.arm) ?? trial.arms[0]!
    const own = trial.shots.filter((shot) => shot.arm === arm.arm && shot.setAsideReason === null && !shot.warmUp)
    const input = diagnosisSchema.cast({
      ...{ id: newId(), ballId: arm.ballId, customerId: arm.bowlerId ?? trial.customerId },
      ...{ patternId: trial.patternId, trialId: trial.id, gamesSinceOiling: trial.gamesSinceOiling },
      signs: signsOf(own.slice(-lastShots), trial.customerHand),
    })
    await notices.attempt(async () => {
      const begun = await diagnoses.begin(input)
      await router.push(`/diagnosis/${begun.id}`)
    })
  }
}
