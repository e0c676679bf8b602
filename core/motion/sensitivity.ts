import { finishRaUm } from '../surface/defaults.ts'
import { courseFor, deviate, none } from './deviation.ts'
import { type ShotInput, simulate } from './simulate.ts'

export interface Sensitivity {
  /** Change of the entry board, in boards. */
  readonly perMph: number
  readonly per50Rpm: number
  readonly per5DegRotation: number
  /** To the next finer pad of the finish table; null without a film, or when it is finer than all of them. */
  readonly perFinerPad: number | null
}

/** How far the entry moves with speed, rev rate and axis rotation: central differences about the shot; and with a finer pad. */
export function sensitivity(input: ShotInput, course = courseFor(input)): Sensitivity {
  const entry = (change: Partial<ShotInput['bowler']>) =>
    deviate({ ...input, bowler: { ...input.bowler, ...change } }, course, none).entryBoard
  const { speedMph, revRpm, axisRotationDeg } = input.bowler
  const { friction } = input
  const finer =
    friction.kind === 'film'
      ? finishRaUm.map(([, raUm]) => raUm).find((raUm) => raUm < 0.98 * friction.raUm)
      : undefined
  return {
    perMph: entry({ speedMph: speedMph + 0.5 }) - entry({ speedMph: speedMph - 0.5 }),
    per50Rpm: entry({ revRpm: revRpm + 25 }) - entry({ revRpm: Math.max(0, revRpm - 25) }),
    per5DegRotation:
      entry({ axisRotationDeg: axisRotationDeg + 2.5 }) - entry({ axisRotationDeg: axisRotationDeg - 2.5 }),
    perFinerPad:
      finer === undefined || friction.kind !== 'film'
        ? null
        : simulate({ ...input, friction: { ...friction, raUm: finer } }).entryBoard - entry({}),
  }
}
