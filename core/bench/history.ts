import { mean, sum } from 'd3-array'
import { type CleaningKind, usualExtraction } from '../surface/oil.ts'
import { type RecipeStep, stepTargetRaUm } from '../surface/recipe.ts'
import type { ScanSpot } from '../surface/scan.ts'
import { gritOfRa } from '../surface/grit.ts'
import { type JobKind, type StepKey, drawingSteps, oilKinds, soakWater } from './procedure.ts'
import { stepAsDone } from './stepRules.ts'

/** A step of a job as it was left: with its end where it was done, and what it measured. */
export interface WorkedStep {
  readonly key: StepKey
  readonly position: number
  readonly recipeStep: RecipeStep | null
  readonly doneAt: string | null
  readonly skippedReason: string | null
  readonly measured: Readonly<Record<string, unknown>>
}
export interface WorkedJob {
  readonly kind: JobKind
  readonly recipeKey: string | null
  /** Steps that were planned. */
  readonly steps: readonly RecipeStep[] | null
  readonly procedure: readonly WorkedStep[]
  /** Temperatures of the water, °C, by the step during which they were taken. */
  readonly water: readonly { readonly position: number; readonly temperatureC: number }[]
  /** Grit that the ball is kept at; a touch-up by hand leaves it as it is. */
  readonly keptGrit: number | undefined
}
/** What a job did to its ball. */
export type WorkDone = { readonly happenedAt: string } & (
  | { readonly kind: 'extracted'; readonly minutes: number; readonly temperatureC: number }
  | {
      readonly kind: 'surfaced'
      readonly steps: readonly RecipeStep[]
      readonly recipeKey: string | null
      readonly targetGrit: number | undefined
    }
  | { readonly kind: 'cleaned'; readonly with: CleaningKind }
  | { readonly kind: 'scanned'; readonly grits: readonly number[]; readonly spots?: readonly ScanSpot[] }
)

/** Coldest water that a record takes, °C, and longest time in it, min; a pad counts so many balls at most. */
const [coldestC, longestMinutes, mostPadUses] = [20, 60, 50]

/**
 * What the finished steps of a job did to its ball, oil work first; of a job that was stopped only what was really done. Each thing
 * happened when its last step ended, so that the order of the record is the order of the work.
 */
export function workDone(job: WorkedJob): WorkDone[] {
  const done = job.procedure.filter((step) => step.doneAt !== null && step.skippedReason === null)
  const ended = (steps: readonly WorkedStep[]) => steps.at(-1)!.doneAt!
  return [...oilDrawn(job, done, ended), ...surfaceWork(job, done, ended), ...cleaning(done, ended), ...reading(done)]
}

type Ended = (steps: readonly WorkedStep[]) => string

function oilDrawn(job: WorkedJob, done: readonly WorkedStep[], ended: Ended): WorkDone[] {
  const drawn = done.filter((step) => drawingSteps.includes(step.key))
  const minutes = Math.round(sum(drawn, (step) => Number(step.measured['minutesDone'] ?? 0)))
  // A ball that was lifted out at once lost no oil.
  if (!oilKinds.includes(job.kind) || drawn.length === 0 || minutes < 1) return []
  const during = job.water.filter((one) => drawn.some((step) => step.position === one.position))
  const soaked = mean(during.filter((one) => one.temperatureC <= soakWater.stopC).map((one) => one.temperatureC))
  const temperatureC =
    soaked === undefined ? usualExtraction.temperatureC : Math.max(coldestC, Math.round(soaked * 10) / 10)
  return [{ kind: 'extracted', happenedAt: ended(drawn), minutes: Math.min(longestMinutes, minutes), temperatureC }]
}

function surfaceWork(job: WorkedJob, done: readonly WorkedStep[], ended: Ended): WorkDone[] {
  const steps = done.flatMap((step): RecipeStep[] => {
    if (!step.recipeStep) return []
    const uses = step.measured['padUses']
    const worked = stepAsDone(step.recipeStep, Number(step.measured['sidesDone'] ?? step.recipeStep.sides))
    return worked ? [typeof uses === 'number' ? { ...worked, padUses: Math.min(mostPadUses, uses) } : worked] : []
  })
  if (steps.length === 0) return []
  const last = job.steps?.at(-1)
  const kept = job.kind === 'refresh' ? job.keptGrit : undefined
  const targetGrit = kept ?? (last && Math.round(gritOfRa(stepTargetRaUm(last))))
  const happenedAt = ended(done.filter((step) => step.recipeStep))
  return [{ kind: 'surfaced', happenedAt, steps, recipeKey: job.recipeKey, targetGrit }]
}

function cleaning(done: readonly WorkedStep[], ended: Ended): WorkDone[] {
  const cleaned = done.filter((step) => step.key === 'clean')
  return cleaned.length === 0 ? [] : [{ kind: 'cleaned', happenedAt: ended(cleaned), with: 'cleaner' }]
}

function reading(done: readonly WorkedStep[]): WorkDone[] {
  const scanned = done.findLast((step) => Array.isArray(step.measured['scannedGrits']))
  if (!scanned) return []
  const grits = scanned.measured['scannedGrits'] as readonly number[]
  const spots = scanned.measured['scanSpots'] as readonly ScanSpot[] | undefined
  const told = spots?.length === grits.length ? { spots } : {}
  return [{ kind: 'scanned', happenedAt: scanned.doneAt!, grits, ...told }]
}
