import { type DesignName, designs } from './design/index.ts'
import { sameSurface } from './sameSurface.ts'

/** What tells one arm from another. */
export interface ArmThing {
  readonly arm: number
  readonly ballId: string
  readonly bowlerId?: string | null | undefined
  readonly lane: string
  readonly feetBoard: number | null
  readonly targetBoard: number | null
  readonly levels: readonly string[]
  readonly surface: { readonly effectiveRaUm: number | null; readonly oilShare: number }
}

/** The earlier arm that is this one still: its ball was not worked on since, and nothing else is different. Null where there is none, or where arms differ by other things. */
export function sameThing(design: DesignName, arms: readonly ArmThing[], arm: number): number | null {
  const own = arms.find((one) => one.arm === arm)
  if (!own || !designs[design].differByWork) return null
  const twin = arms.find(
    (one) =>
      one.arm < arm &&
      one.ballId === own.ballId &&
      (one.bowlerId ?? null) === (own.bowlerId ?? null) &&
      one.lane === own.lane &&
      one.feetBoard === own.feetBoard &&
      one.targetBoard === own.targetBoard &&
      // Where the surface itself is a factor its name makes no difference; what else was done to the ball does.
      (design === 'factorial' || one.levels.join('|') === own.levels.join('|')) &&
      sameSurface(one.surface, own.surface),
  )
  return twin?.arm ?? null
}

/** Arms as their design takes them. */
export const designArms = (arms: readonly (ArmThing & { readonly plannedGrit: number | null })[]) =>
  arms.map(({ ballId, plannedGrit, surface, levels }) => ({
    ballId,
    surface: `${plannedGrit ?? ''} ${surface.effectiveRaUm?.toFixed(3) ?? ''} ${surface.oilShare.toFixed(2)} ${levels.join('|')}`,
    levels,
  }))
/** Number that decides a shuffled order, from an identifier. */
export const seedOf = (id: string): number =>
  [...id].reduce((sum, one) => (sum * 31 + one.charCodeAt(0)) % 1_000_003, 7)
