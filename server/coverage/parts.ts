import { createHash } from 'node:crypto'
import {
  type EngineAnswer,
  type EngineAsked,
  type Layout,
  engineKey,
  laneKnownBy,
  referenceId,
  releaseDoubtRpm,
} from '@sleetfall/core'
import type { Kept } from './store.ts'

/** Raised when the core answers otherwise to the same question. */
const model = 12

/** What the engine's answers rest on, a fingerprint each: an answer holds as long as those of its ball, its state and the bowler do. */
export interface Parts {
  readonly bowler: string
  /** By ball. */
  readonly balls: Readonly<Record<string, string>>
  /** In the order of the states. */
  readonly states: readonly string[]
  /** What layouts were looked for. */
  readonly layoutsFor?: string | undefined
}

const hash = (of: unknown) => createHash('sha256').update(JSON.stringify(of)).digest('hex').slice(0, 24)
/** A figure as far as it matters: what drifts from hour to hour, such as oil that soaks in, asks for no new answers before it has moved by a step. */
const inSteps = (value: number | null | undefined, step: number) => (value == null ? null : Math.round(value / step))
const logSteps = (value: number | null | undefined) => (value == null ? null : Math.round(Math.log(value) / 0.04))

export function partsOf({ bowler, balls, states, spread, playable }: EngineAsked): Parts {
  const { hand, speedMph, revRpm, axisRotationDeg, axisTiltDeg } = bowler
  return {
    bowler: hash({
      ...{ model, release: [hand, speedMph, revRpm, axisRotationDeg, axisTiltDeg] },
      doubt: inSteps(releaseDoubtRpm(bowler), 1),
      playable: [playable.laydown, playable.target, playable.mostLaunchDeg ?? null],
      spread: [spread.targetBoards, spread.speedMph, spread.revRpm].map((value) => inSteps(value, 0.05)),
    }),
    states: states.map(({ shots, pattern }) =>
      hash([shots, pattern.loads, pattern.fitted ?? null, laneKnownBy(pattern)]),
    ),
    balls: Object.fromEntries(
      balls.map((ball) => [
        ball.id,
        hash([
          ...[ball.cover, ball.weightLb, ball.rgIn, ball.differentialIn, ball.intermediateDifferentialIn],
          ...[ball.drillingAngleDeg, ball.pinToPapIn, ball.valAngleDeg, ball.drilling ?? null],
          ...[ball.fitted?.strength ?? null, ball.fitted?.oil ?? null, ball.fittedRange ?? null],
          ...[
            logSteps(ball.surface.effectiveRaUm),
            logSteps(ball.surface.finish?.raTopUm),
            inSteps(ball.surface.oilShare, 0.05),
          ],
        ]),
      ]),
    ),
  }
}

/** Of everything together: another one, and something is to be asked anew. */
export const fingerprintOf = (parts: Parts, targets: readonly string[]): string => hash([parts, targets])

/** What is kept of before, as far as it still holds. */
export interface StillTrue {
  /** What the engine answered about a ball (null: a reference ball) after a work in a state. */
  answer(ballId: string | null, variant: string, state: number): EngineAnswer | undefined
  /** The layout that was found for a ball; null where none was, undefined where it is to be looked for. */
  layout(ballId: string, wanted: string): Layout | null | undefined
}

/** States that a layout is looked for in, and how often each is met, in one figure. */
export const wantedHash = (parts: Parts, wanted: readonly { readonly s: number; readonly weight: number }[]): string =>
  hash(wanted.map(({ s, weight }) => [parts.states[s], inSteps(weight, 0.02)]))

/** What is kept of before, as far as its ball, its state and the bowler are what they were. */
export function stillTrue(kept: Kept | null, parts: Parts): StillTrue {
  const before = kept?.parts
  const engine = kept?.engine
  if (!before || !engine || before.bowler !== parts.bowler) return { answer: () => undefined, layout: () => undefined }
  const at = parts.states.map((state) => before.states.indexOf(state))
  const isAsBefore = (ballId: string) => before.balls[ballId] === parts.balls[ballId]
  return {
    answer: (ballId, variant, state) =>
      (ballId === null || isAsBefore(ballId)) && at[state] !== -1
        ? (engine.answers[engineKey(ballId ?? referenceId, variant)]?.[at[state]!] ?? undefined)
        : undefined,
    layout: (ballId, wanted) =>
      kept.complete && isAsBefore(ballId) && before.layoutsFor === wanted
        ? (engine.layouts?.[ballId] ?? null)
        : undefined,
  }
}
