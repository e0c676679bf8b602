import type { Ball, Job, JobInput, UpkeepRow } from '@sleetfall/contract'
import { type Due, type JobKind, dueJob, dueJobAtMs, dueTogether, jobFor } from '@sleetfall/core'
import { format } from 'date-fns'
import { v4 as newId } from 'uuid'
import { ref } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBalls } from '../balls/store.ts'
import { useBench } from '../bench/store.ts'
import { dayText } from '../controls/days.ts'
import { nowMs } from '../http/clock.ts'
import { ApiError, errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import { useUpkeep } from './store.ts'
import { useDueText } from './useDueText.ts'

/** A job for something due, as it is put on the bench. */
export function jobInputFor(row: UpkeepRow, due: Due, reason: string, nowMs: number): JobInput {
  const { kind, recipeKey, steps } = dueJob(row, due.work)!
  return {
    ...{ id: newId(), ballId: row.ballId, kind, recipeKey, steps: steps && steps.map((step) => ({ ...step })) },
    dueOn: format(dueJobAtMs(due, nowMs), 'yyyy-MM-dd'),
    ...{ eventId: null, reason, overrideReason: '', beforeTrialId: null, reads: null },
  }
}

/** Puts what is due on the bench, one by one or all of a customer's in one go, each with its way back. */
export function useDueWork() {
  const { t } = useI18n()
  const [bench, balls, upkeep, notices, words] = [useBench(), useBalls(), useUpkeep(), useNotices(), useDueText()]
  const inputFor = (row: UpkeepRow, due: Due) => jobInputFor(row, due, words.why(due), nowMs())
  /** Where something speaks against the work, its form opens with the place for a reason. */
  const asking = ref<{ ball: Ball; work: JobKind; reason: string } | null>(null)

  async function make(row: UpkeepRow, due: Due): Promise<void> {
    try {
      const job = await bench.takeJob(inputFor(row, due))
      notices.done(t('bench.putDone', { ball: job.ballName, due: dayText(job.dueOn) }), async () => {
        await bench.stop(job)
        await upkeep.load()
      })
      await upkeep.load()
    } catch (error) {
      const ball = await balls.need(row.ballId)
      if (error instanceof ApiError && error.problem.code === 'needs-reason' && ball)
        asking.value = { ball, work: jobFor[due.work]!, reason: words.why(due) }
      else notices.failed(error)
    }
  }
  /** Everything due of a customer's balls, undone as one; what is refused is said beside what was made. */
  async function makeAll(rows: readonly UpkeepRow[]): Promise<void> {
    const made: Job[] = []
    const refused: string[] = []
    for (const row of rows) {
      for (const due of dueTogether(row.due, row.openJobs)) {
        try {
          made.push(await bench.takeJob(inputFor(row, due)))
        } catch (error) {
          refused.push(`${row.ballName}: ${errorText(error)}`)
        }
      }
    }
    await upkeep.load()
    if (made.length === 0) {
      if (refused.length > 0) notices.failed(new Error(refused.join(' · ')))
      return
    }
    const list = made.map((job) => `${job.ballName}, ${t(`works.${job.kind}`)}`).join('; ')
    const said = t('upkeep.madeAll', { n: made.length, list }, made.length)
    notices.done([said, ...refused].join(' · '), async () => {
      for (const job of made) await bench.stop(job)
      await upkeep.load()
    })
  }
  return { make, makeAll, asking }
}
