import type { ArmInput } from '@sleetfall/contract'
import { type DesignName, designs } from '@sleetfall/core'

/** What is chosen for a trial, whatever its design asks for. */
export interface ArmChoice {
  readonly balls: readonly string[]
  /** A ball that stays as it is and tells what the lane or the day did. */
  readonly reference: string | null
  /** Grits of a ladder, or of a factorial; null leaves the ball as it is. */
  readonly grits: readonly (number | null)[]
  readonly otherBowler: string | null
}
/** Words that an arm's name is made of. */
export interface ArmWords {
  ball(id: string): string
  /** A ball with the surface that it has. */
  asItIs(id: string): string
  grit(grit: number | null): string
  bowler(id: string | null): string
  readonly control: string
  readonly changed: string
  readonly fresh: string
  readonly played: string
  readonly before: string
  readonly after: string
}

const bare = { bowlerId: null, feetBoard: null, targetBoard: null, lane: '', plannedGrit: null, levels: [] }
const arm = (ballId: string, label: string, change: Partial<ArmInput> = {}): ArmInput => ({
  ...{ ...bare, ballId, label: label.slice(0, 60) },
  ...change,
})
/** Fine to coarse: what was roughened does not become fine again without the spinner. */
const fineToCoarse = (grits: readonly (number | null)[]) =>
  [...grits].sort((a, b) => (b ?? Number.POSITIVE_INFINITY) - (a ?? Number.POSITIVE_INFINITY))

/** Arms of a design from what was chosen, the control first; as many as can be made of it yet. */
export function armsOf(design: DesignName, choice: ArmChoice, words: ArmWords): ArmInput[] {
  const { balls, reference, otherBowler } = choice
  const [first] = balls
  if (first === undefined) return []
  const grits = fineToCoarse(choice.grits)
  const crossed = (other: readonly string[], make: (ball: string, level: string, at: number) => Partial<ArmInput>) =>
    balls.flatMap((ball) =>
      other.map((level, at) =>
        arm(ball, `${words.ball(ball)}, ${level}`, { levels: [words.ball(ball), level], ...make(ball, level, at) }),
      ),
    )
  switch (design) {
    case 'change':
      return balls.length > 1
        ? balls.map((ball) => arm(ball, words.asItIs(ball)))
        : [arm(first, words.asItIs(first)), arm(first, `${words.ball(first)}, ${words.changed}`)]
    case 'ladder':
      return [
        ...(reference ? [arm(reference, `${words.asItIs(reference)}, ${words.control}`)] : []),
        ...grits.map((grit) => arm(first, `${words.ball(first)}, ${words.grit(grit)}`, { plannedGrit: grit })),
      ]
    case 'factorial':
      return crossed(grits.map(words.grit), (_ball, _level, at) => ({ plannedGrit: grits[at] ?? null }))
    case 'ballLane':
      return crossed([words.fresh, words.played], (_ball, lane) => ({ lane }))
    case 'beforeAfter': {
      const both = reference ? [first, reference] : [first]
      return both.flatMap((ball) =>
        [words.before, words.after].map((when) =>
          arm(ball, `${words.ball(ball)}, ${when}`, { levels: [words.ball(ball), when] }),
        ),
      )
    }
    case 'bowlers':
      return [null, ...(otherBowler ? [otherBowler] : [])].flatMap((bowlerId) =>
        balls.map((ball) =>
          arm(ball, `${words.bowler(bowlerId)}, ${words.ball(ball)}`, {
            bowlerId,
            levels: [words.bowler(bowlerId), words.ball(ball)],
          }),
        ),
      )
    default:
      return balls.slice(0, designs[design].arms.most).map((ball) => arm(ball, words.asItIs(ball)))
  }
}
/** What a design asks for beside the balls. */
export const asksFor: Readonly<
  Record<
    DesignName,
    { readonly balls: 1 | 2 | 12; readonly more: readonly ('reference' | 'grits' | 'bowler' | 'line')[] }
  >
> = {
  turns: { balls: 12, more: [] },
  shuffled: { balls: 12, more: [] },
  change: { balls: 2, more: [] },
  ladder: { balls: 1, more: ['grits', 'reference'] },
  ownLine: { balls: 12, more: [] },
  factorial: { balls: 12, more: ['grits'] },
  beforeAfter: { balls: 1, more: ['reference'] },
  bowlers: { balls: 12, more: ['bowler'] },
  ballLane: { balls: 12, more: [] },
  limit: { balls: 1, more: ['line'] },
  free: { balls: 12, more: [] },
}
