import type { RecipeStep } from '../surface/recipe.ts'

export const stationKinds = ['intake', 'spinner', 'bath', 'dry-rack', 'shelf'] as const
export type StationKind = (typeof stationKinds)[number]

/** Work that the bench does, each with its procedure. */
export const jobKinds = [
  'clean',
  'extract',
  'bath',
  'resurface',
  'polish',
  'refresh',
  'dry',
  'inserts',
  'inspect',
] as const
export type JobKind = (typeof jobKinds)[number]
/** Work that goes by a recipe. */
export const recipeKinds: readonly JobKind[] = ['resurface', 'polish', 'refresh']
/** Work that takes oil out of the cover. */
export const oilKinds: readonly JobKind[] = ['extract', 'bath']

/** Cautions that must stand at the step; their words are in the bench's message catalogue. */
export const cautions = [
  'spinner',
  'wet-sanding',
  'hot-water',
  'unsafe-heat',
  'shock',
  'solvent',
  'product-label',
  'lift',
  'holes',
  'event-rules',
] as const
export type Caution = (typeof cautions)[number]

export const stepKeys = [
  'inspect',
  'sand',
  'compound',
  'polish',
  'hand-sand',
  'rinse',
  'buff',
  'wipe-dust',
  'towel',
  'clean',
  'tape-holes',
  'prepare-water',
  'holes-down',
  'soak',
  'second-soak',
  'wipe-warm',
  'clean-water',
  'untape',
  'preheat',
  'carrier',
  'bath-run',
  'empty-holes',
  'wet-check',
  'dry',
  'inserts',
  'scan',
  'log',
] as const
export type StepKey = (typeof stepKeys)[number]

export interface ProcedureStep {
  /** Names the instruction in the message catalogue. */
  readonly key: StepKey
  readonly station: StationKind
  readonly minutes: number
  readonly cautions: readonly Caution[]
  readonly recipeStep: RecipeStep | null
}

const step = (
  key: StepKey,
  station: StationKind,
  minutes: number,
  stepCautions: readonly Caution[] = [],
  recipeStep: RecipeStep | null = null,
): ProcedureStep => ({ key, station, minutes, cautions: stepCautions, recipeStep })

function surfaceStep(recipeStep: RecipeStep): ProcedureStep {
  const minutes = Math.max(2, Math.ceil((recipeStep.sides * recipeStep.secondsPerSide) / 60) + 1)
  if (recipeStep.method === 'hand')
    return step('hand-sand', 'intake', minutes, ['wet-sanding', 'event-rules'], recipeStep)
  const key = recipeStep.abrasive === 'polish' || recipeStep.abrasive === 'compound' ? recipeStep.abrasive : 'sand'
  const own: Caution[] = ['spinner', key === 'sand' ? 'wet-sanding' : 'product-label']
  return step(key, 'spinner', minutes, own, recipeStep)
}

function surfaceSteps(recipe: readonly RecipeStep[]): ProcedureStep[] {
  return recipe.flatMap((recipeStep, index) => {
    const own = surfaceStep(recipeStep)
    return index === 0 || own.station !== 'spinner' ? [own] : [step('rinse', 'spinner', 1, ['spinner']), own]
  })
}

const inspect = step('inspect', 'intake', 3, ['lift'])
const clean = step('clean', 'intake', 3, ['solvent', 'holes'])
const inserts = step('inserts', 'intake', 2, ['product-label'])
const scan = step('scan', 'intake', 2)
const close = step('log', 'shelf', 1, ['lift'])
/** How the ball comes out of any water: are the holes dry, how long must it lie, do the inserts still hold? */
const afterWater = [
  step('wet-check', 'intake', 1, ['holes']),
  step('dry', 'dry-rack', 10, ['unsafe-heat']),
  clean,
  inserts,
]

/** Steps of a job in working order. A resurface rinses between grits; an extraction is wiped while warm. */
export function procedureFor(kind: JobKind, recipe: readonly RecipeStep[]): ProcedureStep[] {
  switch (kind) {
    case 'clean':
      return [inspect, step('towel', 'intake', 1, ['holes']), clean, close]
    case 'extract':
      return [
        inspect,
        step('tape-holes', 'intake', 4, ['holes']),
        step('prepare-water', 'bath', 5, ['hot-water', 'unsafe-heat']),
        step('holes-down', 'bath', 1, ['hot-water', 'lift', 'shock']),
        step('soak', 'bath', 10, ['hot-water', 'shock']),
        step('wipe-warm', 'bath', 2, ['hot-water', 'lift']),
        step('second-soak', 'bath', 15, ['hot-water', 'shock']),
        step('wipe-warm', 'bath', 2, ['hot-water', 'lift']),
        step('clean-water', 'bath', 2, ['hot-water']),
        step('untape', 'intake', 3, ['solvent']),
        ...afterWater,
        close,
      ]
    case 'bath':
      return [
        inspect,
        step('preheat', 'bath', 10, ['hot-water', 'product-label', 'unsafe-heat']),
        step('carrier', 'bath', 1, ['hot-water', 'lift', 'shock']),
        step('bath-run', 'bath', 20, ['hot-water', 'shock']),
        step('empty-holes', 'bath', 2, ['hot-water', 'lift']),
        ...afterWater,
        close,
      ]
    case 'resurface':
      return [inspect, ...surfaceSteps(recipe), clean, scan, close]
    case 'polish':
      return [inspect, ...surfaceSteps(recipe), step('buff', 'spinner', 2, ['spinner']), clean, scan, close]
    case 'refresh':
      return [inspect, ...surfaceSteps(recipe), step('wipe-dust', 'intake', 1), close]
    case 'dry':
      return [step('wet-check', 'intake', 1, ['holes']), step('dry', 'dry-rack', 10, ['unsafe-heat']), inserts, close]
    case 'inserts':
      return [inserts, close]
    case 'inspect':
      return [inspect, close]
  }
}

/** Water temperatures of a soak, °C: wanted band, too cool to draw oil, warning above, hard stop above. */
export const soakWater = { lowC: 49, highC: 54, tooCoolC: 46, stopC: 60 } as const
export const waterStates = ['too-cool', 'cool', 'right', 'warm', 'stop'] as const
export type WaterState = (typeof waterStates)[number]
export function waterState(temperatureC: number): WaterState {
  if (temperatureC > soakWater.stopC) return 'stop'
  if (temperatureC > soakWater.highC) return 'warm'
  if (temperatureC >= soakWater.lowC) return 'right'
  return temperatureC < soakWater.tooCoolC ? 'too-cool' : 'cool'
}
/** Steps in which the ball or a hand is in hot water. */
export const waterSteps: readonly StepKey[] = [
  'prepare-water',
  'holes-down',
  'soak',
  'second-soak',
  'clean-water',
  'preheat',
  'carrier',
  'bath-run',
]
/** Steps during which oil leaves the cover. */
export const drawingSteps: readonly StepKey[] = ['soak', 'second-soak', 'bath-run']
/** Steps that nobody may leave out: what they ask decides whether the rest is safe. */
export const neverSkipped: readonly StepKey[] = [
  'inspect',
  'tape-holes',
  'prepare-water',
  'preheat',
  'wet-check',
  'log',
]

/** What a look at the ball may find; all but the first hold the job. */
export const findings = ['fine', 'cracked', 'loose-insert', 'cold'] as const
export type Finding = (typeof findings)[number]
/** How the holes came out of the water, with the hours the ball then rests before play. */
export const wetStates = ['dry', 'damp', 'wet'] as const
export type WetState = (typeof wetStates)[number]
export const dryingHours: Readonly<Record<WetState, number>> = { dry: 0, damp: 24, wet: 48 }
