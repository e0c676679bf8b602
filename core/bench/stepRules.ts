import type { RecipeStep } from '../surface/recipe.ts'
import { type Finding, type StepKey, type WetState, drawingSteps, waterState } from './procedure.ts'

/** What is asked before a step ends, each known by the answer that is missing or wrong. */
export const stepProblems = [
  'finding',
  'wet',
  'holes',
  'drying',
  'not-measured',
  'measured-long-ago',
  'too-warm',
  'cooler-reason',
  'minutes',
  'minutes-too-many',
  'sides',
  'sides-too-many',
] as const
export type StepProblem = (typeof stepProblems)[number]

/** Holes that are taped before a soak; each is ticked, also one that is not there. */
export const tapedHoles = ['middle', 'ring', 'thumb', 'side'] as const

/** Halves of a ball that may have lain under water: one that floats, or a tub that is not full, leaves the upper one dry. */
export const soakedHalves = ['holes-half', 'other-half'] as const
/** How much of the cover a soak had, by the halves that were ticked; where nobody said, all of it. */
export const soakedShare = (ticks: readonly string[]) =>
  soakedHalves.filter((half) => ticks.includes(half)).length === 1 ? 0.5 : 1

/** A temperature of the water older than this says nothing of the water now. */
export const waterFreshMs = 5 * 60_000
/** A soak that ends sooner than planned by more than this is one cut short. */
const shortByMinutes = 0.5

/** Steps with which the ball, or more of its time, goes into hot water: before them the water is known and right. */
export const gatedSteps: readonly StepKey[] = ['holes-down', 'soak', 'second-soak', 'carrier', 'bath-run']

export interface StepFacts {
  readonly key: StepKey
  readonly recipeStep: RecipeStep | null
  readonly minutes: number
  readonly startedAt: string | null
  readonly pausedSeconds: number
  /** Sides done and holes ticked so far. */
  readonly progress: { readonly sidesDone: number; readonly ticks: readonly string[] }
}

export interface StepAnswers {
  readonly finding?: Finding | null | undefined
  readonly wet?: WetState | null | undefined
  readonly earlyReason?: string | undefined
  /** Why the ball goes into water that is cooler than wanted. */
  readonly coolerReason?: string | undefined
  /** How long the ball really lay in the water, when the clock says less than planned. */
  readonly minutesDone?: number | null | undefined
  /** Sides really sanded, when the counter says fewer than the recipe. */
  readonly sidesDone?: number | null | undefined
}

export interface StepCircumstances {
  readonly nowMs: number
  /** The step that follows; null after the last. */
  readonly nextKey: StepKey | null
  readonly lastWater: { readonly at: string; readonly temperatureC: number } | null
  readonly drying: boolean
}

/** Minutes that a step's clock has run, without its pauses. */
export const clockMinutes = (step: Pick<StepFacts, 'startedAt' | 'pausedSeconds'>, nowMs: number) =>
  step.startedAt === null ? 0 : Math.max(0, (nowMs - Date.parse(step.startedAt)) / 60_000 - step.pausedSeconds / 60)

/** Whether a soak is ended before its time, so that somebody says how long it was. */
export const cutShort = (step: StepFacts, nowMs: number) =>
  drawingSteps.includes(step.key) && clockMinutes(step, nowMs) < step.minutes - shortByMinutes

/** Whether sides are missing by the counter, so that somebody says how many were done. */
export const sidesMissing = ({ recipeStep, progress }: Pick<StepFacts, 'recipeStep' | 'progress'>) =>
  recipeStep !== null && progress.sidesDone < recipeStep.sides

/** What stands between the water as last measured and a ball in it; null when it may go in. */
export function waterGate(
  lastWater: StepCircumstances['lastWater'],
  nowMs: number,
  coolerReason: string | undefined,
): 'not-measured' | 'measured-long-ago' | 'too-warm' | 'cooler-reason' | null {
  if (!lastWater) return 'not-measured'
  if (nowMs - Date.parse(lastWater.at) > waterFreshMs) return 'measured-long-ago'
  const state = waterState(lastWater.temperatureC)
  if (state === 'warm' || state === 'stop') return 'too-warm'
  return state !== 'right' && !coolerReason?.trim() ? 'cooler-reason' : null
}

/**
 * What is still missing before a step can end; empty when nothing is. The tablet shows it, the server refuses by it.
 */
export function openQuestions(step: StepFacts, answers: StepAnswers, now: StepCircumstances): StepProblem[] {
  const open: StepProblem[] = []
  const { key, recipeStep, progress } = step
  if ((key === 'inspect' || key === 'inserts') && answers.finding == null) open.push('finding')
  if (key === 'wet-check' && answers.wet == null) open.push('wet')
  if (key === 'tape-holes' && !tapedHoles.every((hole) => progress.ticks.includes(hole))) open.push('holes')
  if (key === 'dry' && now.drying && !answers.earlyReason?.trim()) open.push('drying')
  if (cutShort(step, now.nowMs)) {
    if (answers.minutesDone == null) open.push('minutes')
    else if (answers.minutesDone < 0 || answers.minutesDone > step.minutes) open.push('minutes-too-many')
  }
  if (recipeStep && sidesMissing(step)) {
    if (answers.sidesDone == null) open.push('sides')
    else if (answers.sidesDone < 0 || answers.sidesDone > recipeStep.sides) open.push('sides-too-many')
  }
  if (now.nextKey !== null && gatedSteps.includes(now.nextKey)) {
    const gate = waterGate(now.lastWater, now.nowMs, answers.coolerReason)
    if (gate) open.push(gate)
  }
  return open
}

/**
 * Minutes in the water that the record gets: what somebody said, else the clock's, never more than planned. Where only one half lay in it, half of them, as if
 * it were over all of the cover.
 */
export const minutesInWater = (step: StepFacts, answers: Pick<StepAnswers, 'minutesDone'>, endMs: number) =>
  soakedShare(step.progress.ticks) *
  Math.min(step.minutes, cutShort(step, endMs) ? (answers.minutesDone ?? 0) : clockMinutes(step, endMs))

/**
 * A recipe step as it was really done: with fewer sides the pad did its work on a part of the ball only, taken as so much less
 * time and so many fewer passes over all of it. Null when no side was done.
 */
export function stepAsDone(step: RecipeStep, sidesDone: number): RecipeStep | null {
  if (sidesDone <= 0) return null
  const share = Math.min(1, sidesDone / step.sides)
  if (share === 1) return step
  return {
    ...step,
    secondsPerSide: step.secondsPerSide * share,
    passesPerSide: Math.max(1, Math.round(step.passesPerSide * share)),
  }
}
