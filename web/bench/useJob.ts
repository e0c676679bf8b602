import type { Job, StepProgress } from '@sleetfall/contract'
import { useIntervalFn, useNow } from '@vueuse/core'
import { type Ref, computed, onMounted, ref, watch } from 'vue'
import { useBalls } from '../balls/store.ts'
import { useNewsOf } from '../http/news.ts'
import { ApiError, errorText } from '../http/problem.ts'
import { useNotices } from '../shell/notices.ts'
import { usePads } from '../supplies/store.ts'
import { useBench } from './store.ts'

const everyMs = 5000

/** One job on the bench: how it stands, kept up with other tablets, and what can be done to it, one thing at a time. */
export function useJob(jobId: Ref<string>) {
  const [bench, balls, pads, notices] = [useBench(), useBalls(), usePads(), useNotices()]
  const job = computed<Job | undefined>(() => bench.byId.get(jobId.value))
  const ball = computed(() => balls.byId.get(job.value?.ballId ?? ''))
  const current = computed(() => job.value?.procedure.find((step) => step.startedAt !== null && step.doneAt === null))
  const busy = ref(false)
  const lost = ref(false)
  const error = ref<string | null>(null)
  const now = useNow({ interval: 500 })
  /** The server's time: two tablets tell the same minutes. */
  const nowMs = computed(() => now.value.getTime() + bench.clockOffsetMs)

  async function refresh(): Promise<void> {
    try {
      await bench.refresh(jobId.value)
      error.value = null
    } catch (problem) {
      lost.value = problem instanceof ApiError && problem.problem.status === 404
      error.value = errorText(problem)
    }
  }
  onMounted(refresh)
  watch(jobId, refresh)
  watch(
    () => job.value?.ballId,
    (id) => void balls.need(id),
    { immediate: true },
  )
  // Another tablet may be working on it.
  useIntervalFn(() => void (job.value?.state === 'running' && !busy.value && refresh()), everyMs)

  useNewsOf(['bench'], () => !busy.value && refresh())

  async function act(action: (job: Job) => Promise<unknown>): Promise<void> {
    if (!job.value || busy.value) return
    busy.value = true
    try {
      await action(job.value)
    } catch (problem) {
      notices.failed(problem)
      // What stands on the server now comes with the refusal; show it at once.
      if (problem instanceof ApiError) await refresh()
    } finally {
      busy.value = false
    }
  }
  /** Acts on the step that runs; nothing where none does. */
  const onStep = (action: (job: Job, position: number) => Promise<unknown>) =>
    act(async (one) => {
      if (current.value) await action(one, current.value.position)
    })
  const done = (input: Parameters<typeof bench.stepDone>[2]) =>
    onStep(async (one, position) => {
      const after = await bench.stepDone(one, position, input)
      await pads.load(true)
      if (after.state === 'done' || input.wet || input.finding) await balls.refresh(after.ballId)
    })
  return {
    ...{ job, ball, current, busy, lost, error, nowMs, refresh, done },
    start: () => act(bench.start),
    back: () => act(bench.stepBack),
    resume: () => act(bench.resume),
    skip: (reason: string) => onStep((one, position) => bench.skip(one, position, reason)),
    keep: (progress: StepProgress) => onStep((one, position) => bench.progress(one, position, progress)),
    pause: (reason: string) => act((one) => bench.pause(one, reason)),
    measured: (celsius: number) => act((one) => bench.water(one, celsius)),
    tie: (side: Parameters<typeof bench.tie>[1], trialId: Parameters<typeof bench.tie>[2]) =>
      act((one) => bench.tie(one, side, trialId)),
    stop: () =>
      act(async (one) => {
        await bench.stop(one)
        await balls.refresh(one.ballId)
      }),
  }
}
