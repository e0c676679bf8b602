import type { StoredDiagnosis, Trial, TrialInput } from '@sleetfall/contract'
import { trialSchema } from '@sleetfall/contract'
import { type TestName, type TestOutcome, moveShape, pocketBoards } from '@sleetfall/core'
import { v4 as newId } from 'uuid'
import { useI18n } from 'vue-i18n'
import { useRouter } from 'vue-router'
import { nowIso } from '../http/clock.ts'
import { resultOf } from '../trials/useResultText.ts'
import { useTrials } from '../trials/store.ts'
import { useDiagnoses } from './store.ts'

/** Tests that a few shots before and after answer. */
const byTrial: readonly TestName[] = ['again', 'wipe', 'moveIn', 'moveOut', 'clean', 'rougher', 'smoother', 'extract']
export const mayBeTrial = (test: TestName) => byTrial.includes(test)

/** Better is nearer to the middle of the pocket, when a difference is shown at all; null without a verdict. */
export function outcomeOf(trial: Trial): TestOutcome | null {
  const { judged, arms } = resultOf(trial)
  if (!judged || judged.verdict === 'too-few-shots') return null
  if (judged.verdict !== 'different') return 'same'
  const off = (board: number | null) => (board === null ? Number.NaN : Math.abs(board - pocketBoards.ideal))
  const [before, after] = arms.map(({ meanEntryBoard }) => off(meanEntryBoard))
  return after! < before! ? 'better' : 'worse'
}

/** Begins the proposed test as a trial that its case waits for. */
export function useNextTest() {
  const { t } = useI18n()
  const router = useRouter()
  const trials = useTrials()
  const diagnoses = useDiagnoses()

  /** Control and the ball after what is tried, on the line that was thrown last. */
  function trialFor(one: StoredDiagnosis, test: TestName, last: Trial | null): TrialInput {
    const shot = last?.shots.at(-1)
    const [feet, target] = [shot?.feetBoard ?? last?.feetBoard ?? null, shot?.targetBoard ?? last?.targetBoard ?? null]
    const by = test === 'moveIn' ? 1 : test === 'moveOut' ? -1 : 0
    const words = t(`diagnosis.tests.${test}`)
    const arm = (label: string, level: string, move: number) => ({
      ...{ label: label.slice(0, 60), ballId: one.ballId, levels: [level.slice(0, 40)] },
      ...(move === 0 || feet === null || target === null
        ? {}
        : { feetBoard: feet + move * moveShape.feet, targetBoard: target + move * moveShape.eyes }),
    })
    return trialSchema.cast({
      ...{ id: newId(), customerId: one.customerId, patternId: one.patternId ?? last?.patternId },
      ...{ question: t('diagnosis.trialQuestion', { ball: one.ballName, test: words }).slice(0, 200) },
      ...{ startedAt: nowIso(), gamesSinceOiling: one.gamesSinceOiling, design: 'change' },
      ...{ factors: [t('diagnosis.treatment')], feetBoard: feet, targetBoard: target, held: by === 0 ? ['line'] : [] },
      arms: [
        arm(t('diagnosis.armBefore'), t('diagnosis.armBefore'), 0),
        arm(t('diagnosis.armAfter', { test: words }), words, by),
      ],
    }) as TrialInput
  }
  async function beginAsTrial(one: StoredDiagnosis, test: TestName): Promise<void> {
    const last = one.trialId ? await trials.need(one.trialId) : null
    const trial = await trials.create(trialFor(one, test, last))
    await diagnoses.change(one, { pending: { test, trialId: trial.id } })
    await router.push(`/trials/${trial.id}`)
  }
  return { beginAsTrial }
}
