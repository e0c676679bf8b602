import { launchAngleDeg } from '../motion/deviation.ts'
import { type Playable, usualPlayable } from '../motion/line.ts'
import { feetToLaydown } from '../trials/score.ts'
import type { StyleBand } from './style.ts'

/** What somebody said of the boards a bowler plays; each null where nobody has. */
export interface StatedPlayable {
  readonly laydownFromBoard: number | null
  readonly laydownToBoard: number | null
  readonly targetFromBoard: number | null
  readonly targetToBoard: number | null
  /** Widest angle from the foul line to the target, degrees, toward the own gutter. */
  readonly mostLaunchDeg: number | null
}
export const playableFields = [
  'laydownFromBoard',
  'laydownToBoard',
  'targetFromBoard',
  'targetToBoard',
  'mostLaunchDeg',
] as const

/**
 * Starting values of ours (assumed): who throws harder than the revs can follow stays outside and straight, since the ball does not come back from a swing;
 * everybody else goes where the lane lets them.
 */
const byStyle: Readonly<Partial<Record<StyleBand, Playable>>> = {
  'strongly-speed-dominant': { laydown: [12, 22], target: [7, 14], mostLaunchDeg: 2.5 },
  'speed-dominant': { laydown: [12, 26], target: [7, 16], mostLaunchDeg: 3.5 },
}

export interface OwnPlayable extends Playable {
  /** Where it comes from: a figure that somebody gave, or the style; the usual range of everybody where neither tells. */
  readonly by: 'stated' | 'style' | 'usual'
}

/** Boards a bowler can play: as somebody said, what nobody said by the style. */
export function playableOf(stated: StatedPlayable | null, band: StyleBand | null): OwnPlayable {
  const styled = band ? byStyle[band] : undefined
  const usual = styled ?? usualPlayable
  const said = stated !== null && playableFields.some((field) => stated[field] !== null)
  const range = (
    from: number | null | undefined,
    to: number | null | undefined,
    [min, max]: readonly [number, number],
  ) => {
    const [a, b] = [from ?? Math.min(min, to ?? min), to ?? Math.max(max, from ?? max)]
    return [a, b] as const
  }
  const mostLaunchDeg = stated?.mostLaunchDeg ?? usual.mostLaunchDeg
  return {
    laydown: range(stated?.laydownFromBoard, stated?.laydownToBoard, usual.laydown),
    target: range(stated?.targetFromBoard, stated?.targetToBoard, usual.target),
    ...(mostLaunchDeg === undefined ? {} : { mostLaunchDeg }),
    by: said ? 'stated' : styled ? 'style' : 'usual',
  }
}

/** Where a bowler's counted shots were played from: what they are seen to play, never that they cannot play elsewhere. */
export interface PlayedRange {
  readonly shots: number
  readonly laydown: readonly [number, number]
  readonly target: readonly [number, number]
  readonly mostLaunchDeg: number
}

/** Shots from which a range is told. */
const leastShots = 12

/** The middle nine tenths of the boards that counted shots were played from and at; null while too few were noted. */
export function playedRange(
  shots: readonly { readonly feetBoard: number; readonly targetBoard: number }[],
): PlayedRange | null {
  if (shots.length < leastShots) return null
  const middle = (values: readonly number[]): [number, number] => {
    const sorted = [...values].sort((a, b) => a - b)
    const cut = Math.floor(sorted.length / 20)
    return [sorted[cut]!, sorted.at(-1 - cut)!]
  }
  const laydown = middle(shots.map(({ feetBoard }) => feetBoard - feetToLaydown))
  const target = middle(shots.map(({ targetBoard }) => targetBoard))
  const angles = middle(
    shots.map(({ feetBoard, targetBoard }) => launchAngleDeg(feetBoard - feetToLaydown, targetBoard)),
  )
  return { shots: shots.length, laydown, target, mostLaunchDeg: angles[1] }
}
