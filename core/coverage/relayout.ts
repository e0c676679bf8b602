import type { Layout } from '../ball/layout.ts'
import { type BallRecord, type BowlerRecord, type Ground, shotOf } from '../motion/prepare.ts'
import type { Spread } from '../motion/deviation.ts'
import type { Playable } from '../motion/line.ts'
import type { EngineAnswer, EngineQuestion } from './engine.ts'

/** Plugging, redrilling and what it keeps the ball away for (assumed). */
export const redrilling = { minutes: 90, days: 3 } as const
/** What the engine is asked about a ball plugged and redrilled. */
export const layoutVariant = 'layout'

/** Layouts within usual fitting limits; the best is looked at more closely. */
export const layoutGrid: readonly Layout[] = [35, 60].flatMap((drillingAngleDeg) =>
  [3.5, 4.5, 5.25].flatMap((pinToPapIn) =>
    [30, 55].map((valAngleDeg) => ({ drillingAngleDeg, pinToPapIn, valAngleDeg })),
  ),
)
const within = { drillingAngleDeg: [20, 75], pinToPapIn: [3, 5.5], valAngleDeg: [20, 70] } as const
/** Layouts next to one, within usual fitting limits. */
export function layoutsAbout(layout: Layout): Layout[] {
  const steps = { drillingAngleDeg: 12, pinToPapIn: 0.5, valAngleDeg: 12 } as const
  return (['drillingAngleDeg', 'pinToPapIn', 'valAngleDeg'] as const).flatMap((key) =>
    [-1, 1].flatMap((by) => {
      const value = layout[key] + by * steps[key]
      const [least, most] = within[key]
      return value >= least && value <= most ? [{ ...layout, [key]: value }] : []
    }),
  )
}

/** Whether a ball can be laid out anew by calculation: its core and surface are on record, and it is no spare ball. */
export const canBeLaidOut = ({ cover, rgIn, differentialIn, surface }: BallRecord): boolean =>
  cover !== 'polyester' && rgIn != null && differentialIn != null && surface.effectiveRaUm !== null

/** A ball as it would be with another layout: the plugged holes' place is not known yet, so that its own core counts. */
export const laidOut = <T extends BallRecord>(ball: T, layout: Layout): T => ({ ...ball, drilling: null, ...layout })

export interface LayoutSearch {
  readonly bowler: BowlerRecord
  readonly spread: Spread
  readonly playable: Playable
  readonly ball: BallRecord
  /** States in which more is wanted, and how often each is met. */
  readonly states: readonly { readonly ground: Ground; readonly weight: number }[]
}

/**
 * The layout that strikes most over the wanted states: a grid within fitting limits, and then the layouts about its best. Null where none reaches the pocket
 * or nothing is wanted.
 */
export async function searchLayout(
  { bowler, spread, playable, ball, states }: LayoutSearch,
  ask: (questions: readonly EngineQuestion[]) => Promise<readonly EngineAnswer[]>,
): Promise<Layout | null> {
  if (states.length === 0 || !canBeLaidOut(ball)) return null
  let best: { readonly layout: Layout; readonly strikes: number } | null = null
  for (const round of [() => layoutGrid, () => (best ? layoutsAbout(best.layout) : [])]) {
    const layouts = round()
    const answers = await ask(
      layouts.flatMap((layout) =>
        states.map(({ ground }): EngineQuestion => ({
          ...{ shot: shotOf(bowler, laidOut(ball, layout), 'now', ground).shot, spread, playable },
        })),
      ),
    )
    for (const [i, layout] of layouts.entries()) {
      const strikes = states.reduce(
        (sum, { weight }, s) => sum + weight * (answers[i * states.length + s]?.cell?.strikes ?? 0),
        0,
      )
      if (strikes > (best?.strikes ?? 0)) best = { layout, strikes }
    }
  }
  return best?.layout ?? null
}
