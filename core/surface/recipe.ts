import { compoundRaUm, polishRaUm } from './defaults.ts'
import { raOfGrit } from './grit.ts'

export const abrasiveKinds = ['pad', 'sheet', 'compound', 'polish'] as const
export type AbrasiveKind = (typeof abrasiveKinds)[number]
export const stepMethods = ['spinner', 'hand'] as const
export const stepMedia = ['water', 'conditioner', 'dry'] as const
export const stepPressures = ['light', 'medium', 'firm'] as const

export interface RecipeStep {
  readonly abrasive: AbrasiveKind
  /** Grit of a pad or sheet; absent for compound and polish. */
  readonly grit?: number | undefined
  readonly method: (typeof stepMethods)[number]
  readonly medium: (typeof stepMedia)[number]
  readonly sides: 2 | 4 | 6
  readonly passesPerSide: number
  readonly secondsPerSide: number
  readonly pressure: (typeof stepPressures)[number]
  /** Balls this pad has done before. */
  readonly padUses: number
  /** Compound or polish for each side, mL; absent where nobody said. */
  readonly productMl?: number | null | undefined
}

/** A coin's size on the pad, mL a side: what is taken where a recipe says nothing (assumed). */
export const usualProductMl = 2
/** Compound or polish that a step takes for each side, mL; null for pads and sheets. */
export const productMlOf = ({ abrasive, productMl }: Pick<RecipeStep, 'abrasive' | 'productMl'>): number | null =>
  abrasive === 'compound' || abrasive === 'polish' ? (productMl ?? usualProductMl) : null

/** Two numbers describe a finish: the peaks a scanner reads and the valleys that stay below them. */
export interface Finish {
  readonly raTopUm: number
  readonly raBaseUm: number
}

/** Weight of the peaks in what the lane feels; the rest is the valleys. */
const topWeight = 0.7
/** Share of the way a finer step takes the valleys along; coarse valleys survive a fine top. */
const baseFollow = 0.35
/** Balls a pad does before it has lost about two thirds of its bite: it then needs so many strokes more for the same work. */
const padLifeBalls = 6
/** Millimetres off the radius by a full spinner cut of 500 grit; scales with the roughness of the abrasive. */
const coverRemovedAt500Mm = 0.012

/** Roughness that the lane feels, µm: weighted mean of peaks and valleys in log Ra. */
export const effectiveRaUm = (finish: Finish) =>
  Math.exp(topWeight * Math.log(finish.raTopUm) + (1 - topWeight) * Math.log(finish.raBaseUm))

/** Roughness the step's abrasive would leave if it did its whole work, µm. */
export function stepTargetRaUm(step: RecipeStep): number {
  if (step.abrasive === 'compound') return compoundRaUm
  if (step.abrasive === 'polish') return polishRaUm
  return raOfGrit(step.grit ?? 2000)
}

/** Share of its whole work that a step does, 0–1: method, medium, strokes, pressure and pad wear. */
export function stepEffect(step: RecipeStep): number {
  const fine = (step.grit ?? 6000) > 3000 || step.abrasive === 'polish' || step.abrasive === 'compound'
  const method = step.method === 'spinner' ? 1 : fine ? 0.15 : 0.6
  const medium = step.medium === 'dry' ? 0.85 : 1
  const strokes = step.method === 'spinner' ? step.secondsPerSide / 12 : step.passesPerSide / 4
  const bite = Math.exp(-Math.max(0, step.padUses - 1) / padLifeBalls)
  const work = 1 - Math.exp(-strokes * 2 * bite)
  const pressure = { light: 0.92, medium: 1, firm: 1 }[step.pressure]
  return method * medium * work * pressure
}

/** Share of the peaks that steps cut anew, 0–1: all of them on the spinner, by hand what its strokes reach. */
export function cutShare(steps: readonly RecipeStep[]): number {
  if (steps.some((step) => step.method === 'spinner')) return 1
  return 1 - steps.reduce((left, step) => left * (1 - stepEffect(step)), 1)
}

const toward = (from: number, to: number, share: number) =>
  Math.exp(Math.log(from) + share * (Math.log(to) - Math.log(from)))

/**
 * Finish after a recipe, and the cover it takes off (mm of radius). A pad coarser than the surface cuts new
 * valleys; a finer one lowers the peaks and takes the valleys along only partly.
 */
export function applyRecipe(start: Finish, steps: readonly RecipeStep[]): Finish & { readonly coverRemovedMm: number } {
  let { raTopUm, raBaseUm } = start
  let coverRemovedMm = 0
  for (const step of steps) {
    const target = stepTargetRaUm(step)
    const effect = stepEffect(step)
    raBaseUm = toward(raBaseUm, target, target > raBaseUm ? effect : effect * baseFollow)
    raTopUm = toward(raTopUm, target, effect)
    if (step.abrasive !== 'polish') coverRemovedMm += (effect * coverRemovedAt500Mm * target) / raOfGrit(500)
  }
  return { raTopUm, raBaseUm: Math.max(raBaseUm, raTopUm), coverRemovedMm }
}

/** A step as the shop usually does it on the spinner. */
export const spinnerStep = (abrasive: AbrasiveKind, grit?: number): RecipeStep => ({
  abrasive,
  grit,
  method: 'spinner',
  medium: abrasive === 'pad' || abrasive === 'sheet' ? 'water' : 'conditioner',
  sides: 4,
  passesPerSide: 8,
  secondsPerSide: 30,
  pressure: 'medium',
  padUses: 0,
})

export interface Recipe {
  readonly key: string
  readonly steps: readonly RecipeStep[]
}

const recipe = (key: string, ...steps: RecipeStep[]): Recipe => ({ key, steps })
const pad = (grit: number) => spinnerStep('pad', grit)

/** Recipes every shop needs. Each starts coarse enough to be independent of most of what was there. */
export const readyRecipes: readonly Recipe[] = [
  recipe('to-360', pad(360)),
  recipe('to-500', pad(500)),
  recipe('to-1000', pad(500), pad(1000)),
  recipe('to-2000', pad(500), pad(1000), pad(2000)),
  recipe('500-then-2000', pad(500), pad(2000)),
  recipe('to-3000', pad(500), pad(1000), pad(2000), pad(3000)),
  recipe('to-4000', pad(500), pad(1000), pad(2000), pad(4000)),
  recipe('1500-polish', pad(500), pad(1500), spinnerStep('polish')),
  recipe('2000-polish', pad(500), pad(1000), pad(2000), spinnerStep('polish')),
]
/** The plain ready recipe whose last grit is nearest to a wanted one, in log grit. */
export function nearestRecipe(grit: number): Recipe {
  const plain = readyRecipes.filter((one) => one.key.startsWith('to-'))
  const far = ({ key }: Recipe) => Math.abs(Math.log(Number(key.slice(3)) / grit))
  return plain.reduce((best, one) => (far(one) < far(best) ? one : best))
}

/** Light work by hand with one pad: between series where the rules allow it. */
export const handRefresh = (grit: number): RecipeStep => ({
  ...spinnerStep('pad', grit),
  method: 'hand',
  sides: 6,
  passesPerSide: 4,
  secondsPerSide: 10,
  pressure: 'light',
})

export const recipeByKey = (key: string) => readyRecipes.find((candidate) => candidate.key === key)

/** Short text of a recipe: `500 → 1000 → 2000`, `500 → 1500 → polish`. */
export const describeSteps = (steps: readonly RecipeStep[]) =>
  steps.map((step) => (step.grit === undefined ? step.abrasive : String(step.grit))).join(' → ')
