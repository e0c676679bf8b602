import type { BenchPlan } from '@sleetfall/contract'
import {
  type JobKind,
  type RecipeStep,
  type ScheduleJob,
  anyoneThere,
  closingOf,
  promiseWeight,
  worksWanted,
} from '@sleetfall/core'

/** Work that somebody asks a promise for; nothing of it is on the bench yet. */
export interface WantedWork {
  readonly id: string
  /** Null for a ball that is not on record yet. */
  readonly ballId: string | null
  readonly kind: JobKind
  readonly steps: readonly RecipeStep[]
  readonly forEvent?: boolean
}

/** The work as a job of the plan's question: after all that waits for the same ball, by the closing of the day asked for. */
export function wantedJob(
  plan: BenchPlan,
  { id, ballId, kind, steps, forEvent }: WantedWork,
  dueOn: string,
): ScheduleJob {
  const { now, people } = plan.question
  const factors = new Map(plan.pace.steps.map(({ key, factor }) => [key, factor]))
  const before = plan.slots.filter((slot) => slot.job === ballId).map((slot) => slot.end)
  return {
    id,
    release: Math.max(now, ...before),
    due: closingOf(dueOn, anyoneThere(people.flatMap(({ there }) => (there ? [there] : [])))),
    weight: promiseWeight(forEvent ?? false),
    operations: worksWanted(id, kind, steps, now, (step) => step.minutes * (factors.get(step.key) ?? 1)).map(
      ({ operation }) => operation,
    ),
  }
}
