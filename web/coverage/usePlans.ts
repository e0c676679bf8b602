import type { Job, OfferedPlan, OfferedStep, PlansView } from '@sleetfall/contract'
import { type Work, recipeByKey } from '@sleetfall/core'
import { useStorage } from '@vueuse/core'
import { v4 as newId } from 'uuid'
import { ref, shallowRef, watch } from 'vue'
import { useI18n } from 'vue-i18n'
import { useBench } from '../bench/store.ts'
import { get, post } from '../http/client.ts'
import { errorText } from '../http/problem.ts'
import { queryOf } from '../http/usePage.ts'
import { useNotices } from '../shell/notices.ts'

/** Which steps are the same: ball by ball, what is done. */
export const sameSteps = (a: OfferedPlan, b: OfferedPlan): boolean =>
  a.steps.length === b.steps.length &&
  a.steps.every((step) => b.steps.some((one) => one.ballId === step.ballId && one.variant === step.variant))

/** Work that the bench has a job for: a ball is bought elsewhere, and plugged and redrilled by the layout bench's sheet. */
export const isBenchWork = (step: OfferedStep): step is OfferedStep & { action: Work['action'] } =>
  step.action !== 'buy' && step.action !== 'layout'

/** Plans over all balls of a customer; asked for anew when what may be bought or carried changes. */
export function usePlans(customerId: () => string, ready: () => boolean) {
  const bought = useStorage('sleetfall.plan.bought', 0)
  /** How many are carried: of this customer, not of everybody. */
  const carried = ref<number | null>(null)
  const view = shallowRef<PlansView | null>(null)
  const error = ref<string | null>(null)
  const asking = ref(false)
  async function load(): Promise<void> {
    if (!ready()) return
    const wanted = `${customerId()} ${bought.value} ${carried.value}`
    asking.value = true
    try {
      const question = queryOf({ bought: bought.value, ...(carried.value === null ? {} : { carried: carried.value }) })
      const answer = await get<PlansView | null>(`/coverage/${customerId()}/plans?${question}`)
      if (wanted === `${customerId()} ${bought.value} ${carried.value}`) view.value = answer
      error.value = null
    } catch (problem) {
      error.value = errorText(problem)
    } finally {
      asking.value = false
    }
  }
  watch(customerId, () => {
    carried.value = null
    view.value = null
  })
  watch([customerId, ready, bought, carried], () => void load(), { immediate: true })

  return { bought, carried, view, error, asking, load }
}

/** Has what works are promised to bring kept, to be held against the first trials after them; the works count without it as well. */
export const keepPromises = (customerId: string, jobs: readonly Pick<Job, 'id'>[]): Promise<unknown> =>
  jobs.length === 0
    ? Promise.resolve()
    : post(`/coverage/${customerId}/promises`, { jobIds: jobs.map(({ id }) => id) }).catch(() => null)

/** Puts works of a plan on the bench, each due before it is wanted; one word takes them all off again. */
export function usePutWorks(customerId: () => string) {
  const { t } = useI18n()
  const bench = useBench()
  const notices = useNotices()
  return async (steps: readonly OfferedStep[], reason?: string): Promise<void> => {
    const jobs: Job[] = []
    for (const { ballId, ballName, action, recipeKey, due } of steps.filter(isBenchWork)) {
      if (!due) continue
      const input = {
        ...{ id: newId(), ballId, kind: action, recipeKey, dueOn: due.on, eventId: due.eventId, reads: null },
        ...{ steps: recipeKey === null ? null : [...(recipeByKey(recipeKey)?.steps ?? [])], beforeTrialId: null },
        ...{ reason: reason ?? t('coverage.plan.reason', { event: due.eventName }), overrideReason: '' },
      }
      // What was put so far stays; the one that the bench refuses is said with its reason.
      const ok = await notices.attempt(async () => void jobs.push(await bench.takeJob(input)))
      if (!ok) {
        void keepPromises(customerId(), jobs)
        return notices.done(t('coverage.plan.stopped', { ball: ballName, n: jobs.length }))
      }
    }
    void keepPromises(customerId(), jobs)
    notices.done(t('coverage.plan.put', { n: jobs.length }, jobs.length), async () => {
      for (const job of jobs) await bench.stop(job)
    })
  }
}
