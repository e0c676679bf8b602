import { sum } from 'd3-array'
import type { RecipeStep } from '../surface/recipe.ts'
import {
  type JobKind,
  type ProcedureStep,
  type StationKind,
  type StepKey,
  type WetState,
  drawingSteps,
  dryingHours,
  oilKinds,
  procedureFor,
} from './procedure.ts'
import type { ScheduleOperation, Span } from './schedule/types.ts'

/** A step of a job as the plan needs it. */
export interface PlannedStep extends Pick<ProcedureStep, 'key' | 'station' | 'minutes' | 'recipeStep'> {
  readonly startedAt: string | null
  readonly doneAt: string | null
  readonly measured: Readonly<Record<string, unknown>>
}
export interface PlannedJob {
  readonly id: string
  readonly kind: JobKind
  readonly procedure: readonly PlannedStep[]
}

/** An operation of the plan: steps of one job that are done at one station in one go. */
export interface BenchWork {
  readonly jobId: string
  /** Position of its first step, and of its last. */
  readonly first: number
  readonly last: number
  readonly keys: readonly StepKey[]
  /** Time of its first step where it has begun, ms. */
  readonly startedMs: number | null
  readonly operation: ScheduleOperation
}

/** Work for an event weighs more than work that is only wished for by a day (assumed). */
export const promiseWeight = (forEvent: boolean) => (forEvent ? 2 : 1)

/** Minutes within which the tape has to be off and the ball wiped, so that it is still warm. */
const warmMinutes = 10
/** A ball whose oil was taken out is not left longer than this before its surface is finished, min. */
const unfinishedMinutes = 3 * 24 * 60
/** Until somebody has looked into the holes they are taken as damp. */
const assumedWet: WetState = 'damp'

/** Steps that run by themselves once begun, with the minutes at their start that somebody is needed. */
const byItself: Readonly<Partial<Record<StepKey, number>>> = {
  ...Object.fromEntries(drawingSteps.map((key) => [key, 0])),
  preheat: 1,
  dry: 0,
}

/** Closing a job is a minute at the counter: it goes with what was done at the intake. */
const stationOf = (station: StationKind): StationKind => (station === 'shelf' ? 'intake' : station)

/** Pad, compound or polish that lies on the spinner for a step; null where none is asked for. */
export const padOf = (step: RecipeStep | null): string | null =>
  step === null || step.method === 'hand'
    ? null
    : step.abrasive === 'polish' || step.abrasive === 'compound'
      ? step.abrasive
      : `${step.grit}`

/**
 * Steps of a job in the groups that are done in one go: at one station, on the spinner with one pad. A rinse goes with the pad after it, what
 * needs no pad with the one before.
 */
function groupsOf(procedure: readonly PlannedStep[]): { first: number; last: number; pad: string | null }[] {
  const groups: { first: number; last: number; station: StationKind; pad: string | null }[] = []
  for (const [position, step] of procedure.entries()) {
    const station = stationOf(step.station)
    const group = groups.at(-1)
    const pad =
      padOf(step.recipeStep) ?? (step.key === 'rinse' ? padOf(procedure[position + 1]?.recipeStep ?? null) : null)
    if (group?.station === station && (pad === null || group.pad === null || group.pad === pad)) {
      group.last = position
      group.pad ??= pad
    } else groups.push({ first: position, last: position, station, pad })
  }
  return groups
}

/** Minutes that a step is planned with: drying as long as the holes ask for. */
function minutesOf(step: PlannedStep, wet: WetState): number {
  return step.key === 'dry' ? Math.max(step.minutes, dryingHours[wet] * 60) : step.minutes
}

/**
 * Operations of a job that are not done yet. One that has begun is fixed at its start and takes at least until now; what has run longer than planned ends a
 * minute from now, until somebody says that it is done. `minutesFor` may change a step's minutes by what the shop has learnt.
 */
export function worksOf(
  job: PlannedJob,
  nowMinute: number,
  minutesFor: (step: PlannedStep) => number = (step) => step.minutes,
): BenchWork[] {
  const seen = job.procedure.find((step) => step.key === 'wet-check' && step.doneAt !== null)
  const wet = (seen?.measured['wet'] as WetState | undefined) ?? assumedWet
  const groups = groupsOf(job.procedure)
  return groups.flatMap(({ first, last, pad }, at): BenchWork[] => {
    const steps = job.procedure.slice(first, last + 1)
    if (steps.every((step) => step.doneAt !== null)) return []
    const attention: Span[] = []
    let minutes = 0
    for (const step of steps) {
      const own = Math.ceil(minutesOf({ ...step, minutes: minutesFor(step) }, wet))
      const busy = byItself[step.key] ?? own
      const before = attention.at(-1)
      if (busy > 0 && before?.to === minutes)
        attention[attention.length - 1] = { from: before.from, to: minutes + busy }
      else if (busy > 0) attention.push({ from: minutes, to: minutes + busy })
      minutes += own
    }
    const startedMs = steps[0]!.startedAt === null ? null : Date.parse(steps[0]!.startedAt)
    const start = startedMs === null ? null : Math.floor(startedMs / 60_000)
    const whole = start === null ? minutes : Math.max(minutes, nowMinute - start + 1)
    const station = stationOf(steps[0]!.station)
    const nextAtIntake = groups[at + 1] && stationOf(job.procedure[groups[at + 1]!.first]!.station) === 'intake'
    return [
      {
        jobId: job.id,
        first,
        last,
        keys: steps.map((step) => step.key),
        startedMs,
        operation: {
          station,
          minutes: whole,
          attention,
          minWait: 0,
          maxWait: station === 'bath' && nextAtIntake ? warmMinutes : null,
          pad,
          fixed: null,
        },
      },
    ]
  })
}

/** Work that nobody has put on the bench yet, as the plan would hold it. */
export const worksWanted = (
  id: string,
  kind: JobKind,
  steps: readonly RecipeStep[],
  nowMinute: number,
  minutesFor?: (step: PlannedStep) => number,
): BenchWork[] => {
  const procedure = procedureFor(kind, steps).map((step) => ({ ...step, startedAt: null, doneAt: null, measured: {} }))
  return worksOf({ id, kind, procedure }, nowMinute, minutesFor)
}

/** What work asks of the bench: minutes that somebody works at it, minutes on a spinner, and its pads in their order. */
export function askedOf(works: readonly Pick<BenchWork, 'operation'>[]) {
  const own = works.map(({ operation }) => operation)
  return {
    minutes: sum(own.flatMap(({ attention }) => attention.map(({ from, to }) => to - from))),
    spinnerMinutes: sum(own.filter(({ station }) => station === 'spinner').map(({ minutes }) => minutes)),
    pads: own.flatMap(({ pad }) => (pad === null ? [] : [pad])),
  }
}

/** Work on one ball in the order in which it is done: what runs, oil before surface, cleaning last. */
export function inOrder<J extends Pick<PlannedJob, 'kind' | 'procedure'>>(jobs: readonly J[]): J[] {
  const rank = ({ kind, procedure }: J) =>
    procedure[0]?.startedAt != null ? 0 : kind === 'dry' ? 1 : oilKinds.includes(kind) ? 2 : kind === 'clean' ? 4 : 3
  return jobs.toSorted((a, b) => rank(a) - rank(b))
}

/** All that is to be done on one ball as one chain: after oil was taken out the next work is not left waiting for days. */
export function chainOf(
  jobs: readonly PlannedJob[],
  nowMinute: number,
  minutesFor?: (step: PlannedStep) => number,
): BenchWork[] {
  return inOrder(jobs).flatMap((job, at, all) => {
    const works = worksOf(job, nowMinute, minutesFor)
    const last = works.at(-1)
    if (!last || at + 1 === all.length || !oilKinds.includes(job.kind)) return works
    return [...works.slice(0, -1), { ...last, operation: { ...last.operation, maxWait: unfinishedMinutes } }]
  })
}

/** An operation as it was planned: with the minutes of its slot, whatever is known of its steps by now; the last stretch of attention goes with its end. */
export function asSlotted(operation: ScheduleOperation, minutes: number): ScheduleOperation {
  if (minutes === operation.minutes) return operation
  const attention = operation.attention.flatMap(({ from, to }) => {
    const end = to === operation.minutes ? minutes : Math.min(to, minutes)
    return from < end ? [{ from, to: end }] : []
  })
  return { ...operation, minutes, attention }
}
