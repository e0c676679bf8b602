import { randomUUID } from 'node:crypto'
import type { Job } from '@sleetfall/contract'
import { drawingSteps, gatedSteps, tapedHoles } from '@sleetfall/core'
import type { testShop } from './shop.ts'

type Member = Awaited<ReturnType<Awaited<ReturnType<typeof testShop>>['signIn']>>

/** What a technician answers at the steps that ask, as if everything had gone as planned. */
const usual: Readonly<Record<string, object>> = {
  inspect: { finding: 'fine' },
  inserts: { finding: 'fine' },
  'wet-check': { wet: 'dry' },
}

/** Hands for a job: each step done with what it asks, water measured where the next step needs it. */
export function benchHands(member: Member) {
  const water = (job: Pick<Job, 'id'>, temperatureC: number) =>
    member.post(`/bench/jobs/${job.id}/water`, { id: randomUUID(), temperatureC })
  const tape = (job: Pick<Job, 'id'>, position: number, ticks: readonly string[] = tapedHoles) =>
    member.post(`/bench/jobs/${job.id}/steps/${position}/progress`, { sidesDone: 0, sideStartedAt: null, ticks })
  const done = (job: Job, position: number, change: object = {}) => {
    const step = job.procedure[position]!
    return member.post(`/bench/jobs/${job.id}/steps/${position}/done`, {
      version: job.version,
      ...usual[step.key],
      ...(drawingSteps.includes(step.key) ? { minutesDone: step.minutes } : {}),
      ...(step.recipeStep ? { sidesDone: step.recipeStep.sides } : {}),
      ...change,
    })
  }
  /** Gets ready what a step needs before it can end. */
  async function prepare(job: Job, position: number): Promise<void> {
    const [step, next] = [job.procedure[position]!, job.procedure[position + 1]]
    if (step.key === 'tape-holes') await tape(job, position).expect(200)
    if (next && gatedSteps.includes(next.key)) await water(job, 52).expect(200)
  }
  /** Runs a job from where it is up to a step. */
  async function through(first: Job, until: number, change: object = {}): Promise<Job> {
    let job = first
    for (let position = job.procedure.findIndex((step) => !step.doneAt); position < until; position += 1) {
      await prepare(job, position)
      job = (await done(job, position, change).expect(200)).body
    }
    return job
  }
  return { water, tape, done, prepare, through }
}
