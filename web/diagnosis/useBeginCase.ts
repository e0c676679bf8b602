import { type Trial, type TrialArm, diagnosisSchema } from '@sleetfall/contract'
import { counts, signsOf } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { useRouter } from 'vue-router'
import { useNotices } from '../shell/notices.ts'
import { useDiagnoses } from './store.ts'

/** What somebody sees lately says more than what was an hour ago. */
const lastShots = 10

/** Begins a case from a trial: one of its balls, with the signs that its last shots show. */
export function useBeginCase() {
  const router = useRouter()
  const notices = useNotices()
  const diagnoses = useDiagnoses()
  async function begin(trial: Trial, { ballId, bowlerId }: TrialArm): Promise<void> {
    const arms = new Set(trial.arms.filter((one) => one.ballId === ballId).map(({ arm }) => arm))
    const own = trial.shots.filter((shot) => arms.has(shot.arm) && counts(shot))
    const input = diagnosisSchema.cast({
      ...{ id: newId(), ballId, customerId: bowlerId ?? trial.customerId },
      ...{ patternId: trial.patternId, trialId: trial.id, gamesSinceOiling: trial.gamesSinceOiling },
      signs: signsOf(own.slice(-lastShots), trial.customerHand),
    })
    await notices.attempt(async () => {
      const begun = await diagnoses.begin(input)
      await router.push(`/diagnosis/${begun.id}`)
    })
  }
  return { begin }
}
