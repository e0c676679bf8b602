import type { FixAction } from '../coverage/fixes.ts'
import type { RecipeStep } from '../surface/recipe.ts'

export const stationKinds = ['intake', 'spinner', 'bath', 'dry-rack', 'shelf'] as const
export type StationKind = (typeof stationKinds)[number]
export type JobKind = Exclude<FixAction, 'other-ball'>

/** Cautions that must stand at the step; their words are in the bench's message catalogue. */
export const cautions = ['spinner', 'wet-sanding', 'hot-water', 'solvent', 'product-label', 'lift', 'holes'] as const
export type Caution = (typeof cautions)[number]

export interface ProcedureStep {
  /** Names the instruction in the message catalogue. */
  readonly key:
    | 'inspect'
    | 'sand'
    | 'compound'
    | 'polish'
    | 'rinse'
    | 'clean'
    | 'tape-holes'
    | 'soak'
    | 'second-soak'
    | 'wipe-warm'
    | 'clean-water'
    | 'untape'
    | 'dry'
    | 'scan'
    | 'log'
  readonly station: StationKind
  readonly minutes: number
  readonly cautions: readonly Caution[]
  readonly recipeStep: RecipeStep | null
}

const step = (
  key: ProcedureStep['key'],
  station: StationKind,
  minutes: number,
  stepCautions: readonly Caution[] = [],
  recipeStep: RecipeStep | null = null,
): ProcedureStep => ({ key, station, minutes, cautions: stepCautions, recipeStep })

function surfaceStep(recipeStep: RecipeStep): ProcedureStep {
  const minutes = Math.max(2, Math.ceil((recipeStep.sides * recipeStep.secondsPerSide) / 60) + 1)
  const key = recipeStep.abrasive === 'polish' || recipeStep.abrasive === 'compound' ? recipeStep.abrasive : 'sand'
  const own: Caution[] = ['spinner', key === 'sand' ? 'wet-sanding' : 'product-label']
  return step(key, 'spinner', minutes, own, recipeStep)
}

/** Steps of a job in working order. A resurface rinses between grits; an extraction is wiped while warm. */
export function procedureFor(kind: JobKind, recipe: readonly RecipeStep[]): ProcedureStep[] {
  const inspect = step('inspect', 'intake', 3, ['lift'])
  const clean = step('clean', 'intake', 3, ['solvent', 'holes'])
  const close = step('log', 'shelf', 1, ['lift'])
  if (kind === 'clean') return [inspect, clean, close]
  if (kind === 'extract') {
    return [
      inspect,
      step('tape-holes', 'intake', 4, ['holes']),
      step('soak', 'bath', 10, ['hot-water', 'lift']),
      step('wipe-warm', 'bath', 2, ['hot-water']),
      step('second-soak', 'bath', 15, ['hot-water', 'lift']),
      step('wipe-warm', 'bath', 2, ['hot-water']),
      step('clean-water', 'bath', 2, ['hot-water']),
      step('untape', 'intake', 3, ['solvent']),
      step('dry', 'dry-rack', 10, ['holes']),
      clean,
      close,
    ]
  }
  const sanding = recipe.flatMap((recipeStep, index) =>
    index === 0 ? [surfaceStep(recipeStep)] : [step('rinse', 'spinner', 1, ['spinner']), surfaceStep(recipeStep)],
  )
  return [inspect, ...sanding, clean, step('scan', 'intake', 2), close]
}
