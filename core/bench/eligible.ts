import type { CoverFamily } from '../ball/covers.ts'
import { raOfGrit } from '../surface/grit.ts'
import { type Finish, type RecipeStep, applyRecipe, effectiveRaUm } from '../surface/recipe.ts'
import type { StyleBand } from '../coverage/style.ts'
import { type JobKind, oilKinds } from './procedure.ts'

export const workDoubts = [
  'polyester-extraction',
  'urethane-extraction',
  'ball-damaged',
  'ball-drying',
  'roughen-early',
  'smooth-late',
  'polish-speed-dominant',
] as const
export type WorkDoubt = (typeof workDoubts)[number]

/** Doubts that no reason overrides: the work does nothing, or harm. */
export const refused: readonly WorkDoubt[] = ['polyester-extraction', 'ball-damaged']

export interface WorkQuestion {
  readonly kind: JobKind
  readonly steps: readonly RecipeStep[]
  readonly cover: CoverFamily
  readonly finish: Finish | null
  /** What the ball is said or seen to do. */
  readonly reads: 'early' | 'late' | null
  readonly style: StyleBand | null
  readonly damaged: boolean
  readonly drying: boolean
}

/** Change of what the lane feels that counts as rougher or smoother. */
const noticed = 1.08
/** Peaks finer than this are a polished ball, µm. */
const polishedUm = raOfGrit(5000)

/**
 * What speaks against a job: work that this cover gains nothing from, and surfaces that go the wrong way for what the ball does
 * (rougher though it reads early, smoother though it reads late, polish for a bowler with far more speed than revs). All but `refused` can be
 * overridden with a reason.
 */
export function doubtsOf(question: WorkQuestion): WorkDoubt[] {
  const { kind, steps, cover, finish, reads, style } = question
  const doubts: WorkDoubt[] = []
  if (question.damaged && kind !== 'inserts' && kind !== 'inspect') doubts.push('ball-damaged')
  if (question.drying && oilKinds.includes(kind)) doubts.push('ball-drying')
  if (oilKinds.includes(kind)) {
    if (cover === 'polyester') doubts.push('polyester-extraction')
    if (cover === 'urethane') doubts.push('urethane-extraction')
    return doubts
  }
  if (steps.length === 0) return doubts
  const start = finish ?? { raTopUm: raOfGrit(4500), raBaseUm: raOfGrit(4500) }
  const done = applyRecipe(start, steps)
  const change = effectiveRaUm(done) / effectiveRaUm(start)
  if (finish && reads === 'early' && change > noticed) doubts.push('roughen-early')
  if (finish && reads === 'late' && change < 1 / noticed) doubts.push('smooth-late')
  if (style === 'strongly-speed-dominant' && done.raTopUm < polishedUm) doubts.push('polish-speed-dominant')
  return doubts
}
