import { v4 as newId } from 'uuid'
import type { BenchStrip, Job, JobEdit, JobInput, Page, StepDoneInput, StepProgress } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { ref, shallowRef } from 'vue'
import { get, post, put } from '../http/client.ts'
import { useRecords } from '../http/records.ts'
import { queryOf } from '../http/usePage.ts'

export const useBench = defineStore('bench', () => {
  const jobs = useRecords<Job>('/bench/jobs')
  const strip = shallowRef<BenchStrip | null>(null)
  /** How far this device's clock is behind the server's, so that every timer shows the same. */
  const clockOffsetMs = ref(0)

  async function loadStrip(): Promise<void> {
    const answer = await get<BenchStrip>('/bench/strip')
    clockOffsetMs.value = Date.parse(answer.serverTime) - Date.now()
    strip.value = answer
  }
  /** Every change of a job moves the strip too. */
  async function change(request: Promise<Job>): Promise<Job> {
    const job = jobs.take(await request)
    await loadStrip()
    return job
  }
  const take = (input: JobInput) => change(post<Job>('/bench/jobs', input))
  const start = (job: Job) => change(post<Job>(`/bench/jobs/${job.id}/start`, { version: job.version }))
  const stepDone = (job: Job, position: number, input: Partial<Omit<StepDoneInput, 'version'>>) =>
    change(post<Job>(`/bench/jobs/${job.id}/steps/${position}/done`, { ...input, version: job.version }))
  const skip = (job: Job, position: number, reason: string) =>
    change(post<Job>(`/bench/jobs/${job.id}/steps/${position}/skip`, { version: job.version, reason }))
  const pause = (job: Job, reason: string) =>
    change(post<Job>(`/bench/jobs/${job.id}/pause`, { version: job.version, reason }))
  const resume = (job: Job) => change(post<Job>(`/bench/jobs/${job.id}/resume`, { version: job.version }))
  const water = (job: Job, temperatureC: number) =>
    change(post<Job>(`/bench/jobs/${job.id}/water`, { id: newId(), temperatureC }))
  const progress = async (job: Job, position: number, at: StepProgress) =>
    jobs.take(await post<Job>(`/bench/jobs/${job.id}/steps/${position}/progress`, at))
  const tie = (job: Job, side: 'before' | 'after', trialId: string | null) =>
    change(post<Job>(`/bench/jobs/${job.id}/trial`, { version: job.version, side, trialId }))
  const stepBack = (job: Job) => change(post<Job>(`/bench/jobs/${job.id}/back`, { version: job.version }))
  const stop = (job: Job) => change(post<Job>(`/bench/jobs/${job.id}/cancel`, { version: job.version }))
  const seeAlarm = (id: string) => change(post<Job>(`/bench/jobs/${id}/alarm-seen`, {}))
  const edit = (job: Job, input: Omit<JobEdit, 'version'>, version: number) =>
    change(put<Job>(`/bench/jobs/${job.id}`, { ...input, version }))
  const refresh = async (id: string) => jobs.take(await get<Job>(`/bench/jobs/${id}`))
  /** Work on one ball: what waits or runs, or what was done lately. */
  async function onBall(ballId: string, ended: boolean): Promise<readonly Job[]> {
    const { items } = await get<Page<Job>>(`/bench/jobs?${queryOf({ ballId, ended })}`)
    jobs.adopt(items)
    return items
  }
  return {
    ...jobs,
    strip,
    clockOffsetMs,
    loadStrip,
    takeJob: take,
    start,
    stepDone,
    skip,
    pause,
    resume,
    water,
    progress,
    tie,
    stepBack,
    stop,
    seeAlarm,
    edit,
    refresh,
    onBall,
  }
})
