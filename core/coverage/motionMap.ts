import type { EngineCell } from './engine.ts'
import { type CoverageQuestion, type StateKey, keyOfState } from './map.ts'

/**
 * A ball's motion as two figures: where it reads first, ft, and how far it has turned after its breakpoint when it reaches the pins, degrees. At the
 * breakpoint it runs straight down the lane, so that the entry angle is what it has turned since.
 */
export interface Motion {
  readonly readFt: number
  readonly finishDeg: number
}
export const motionOf = ({ firstReadFt, entryAngleDeg }: EngineCell): Motion | null =>
  firstReadFt === null ? null : { readFt: firstReadFt, finishDeg: entryAngleDeg }

/** Where balls that do well in a state lie. */
export interface WantedMotion extends StateKey {
  readonly readFt: readonly [number, number]
  readonly finishDeg: readonly [number, number]
  /** How many of those that were asked about it rests on. */
  readonly of: number
}
/** Fewer tell no region. */
const leastOf = 3

/**
 * The wanted region of each state: the middle eight tenths of first read and finish among everything that the engine was asked about (balls, works,
 * reference balls) and that strikes within the tolerance of the best. A state in which too few do is left out.
 */
export function wantedMotion({ states, engine, tolerance }: CoverageQuestion): WantedMotion[] {
  if (!engine) return []
  return states.flatMap((state, s) => {
    const best = engine.best[s]
    if (best == null) return []
    const good = Object.values(engine.answers).flatMap((of) => {
      const cell = of[s]?.cell
      const motion = cell && cell.strikes >= best - tolerance / 100 ? motionOf(cell) : null
      return motion ? [motion] : []
    })
    if (good.length < leastOf) return []
    const middle = (values: readonly number[]): [number, number] => {
      const sorted = [...values].sort((a, b) => a - b)
      const cut = Math.floor(sorted.length / 10)
      return [sorted[cut]!, sorted.at(-1 - cut)!]
    }
    return [
      {
        ...keyOfState(state),
        readFt: middle(good.map(({ readFt }) => readFt)),
        finishDeg: middle(good.map(({ finishDeg }) => finishDeg)),
        of: good.length,
      },
    ]
  })
}

/** Points about a ball's motion within which it lies nine times in ten: long along what its strength changes, narrow across (assumed). */
export function motionEllipse(at: Motion, off: EngineCell['off'], points = 32): Motion[] {
  const along = { readFt: z95 * (off?.readFt ?? 0), finishDeg: z95 * (off?.finishDeg ?? 0) }
  // Across it, so that the two do not lie on one line.
  const across = { readFt: acrossFt, finishDeg: along.readFt * along.finishDeg > 0 ? -acrossDeg : acrossDeg }
  return Array.from({ length: points + 1 }, (_, i) => {
    const [c, s] = [Math.cos((2 * Math.PI * i) / points), Math.sin((2 * Math.PI * i) / points)]
    return {
      readFt: at.readFt + c * along.readFt + s * across.readFt,
      finishDeg: at.finishDeg + c * along.finishDeg + s * across.finishDeg,
    }
  })
}
const z95 = 1.645
const [acrossFt, acrossDeg] = [0.4, 0.12]
