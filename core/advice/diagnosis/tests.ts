import { type Cause, causes } from './causes.ts'

/** What may be tried to tell causes apart; none of them asks for more than the one before it in kind: cheapest and reversible first. */
export const testNames = [
  'again',
  'wipe',
  'moveIn',
  'moveOut',
  'scan',
  'otherBall',
  'clean',
  'rougher',
  'smoother',
  'extract',
  'layout',
] as const
export type TestName = (typeof testNames)[number]
export const testOutcomes = ['better', 'same', 'worse'] as const
/** Of a scanner: smoother than meant, as meant, rougher than meant. */
export const scanOutcomes = ['smoother', 'asMeant', 'rougher'] as const
export type TestOutcome = (typeof testOutcomes)[number] | (typeof scanOutcomes)[number]

export interface TestKind {
  readonly name: TestName
  /** What it takes until its answer is known, shots with it. */
  readonly minutes: number
  /** It cannot be taken back for the next shot. */
  readonly lasts: boolean
  readonly outcomes: readonly TestOutcome[]
  /** Probability of each outcome with each cause; what is not named has the usual ones. */
  readonly usual: readonly number[]
  readonly given: Partial<Record<Cause, readonly number[]>>
}

/** Starting values by the signs and rules of thumb (assumed; the shop's own outcomes move them). */
export const testKinds: readonly TestKind[] = [
  {
    // Two shots more on the same line, thrown with care.
    ...{ name: 'again', minutes: 2, lasts: false, outcomes: testOutcomes, usual: [0.12, 0.78, 0.1] },
    given: { execution: [0.65, 0.25, 0.1], transition: [0.08, 0.62, 0.3] },
  },
  {
    ...{ name: 'wipe', minutes: 1.5, lasts: false, outcomes: testOutcomes, usual: [0.08, 0.85, 0.07] },
    given: { film: [0.7, 0.27, 0.03], oil: [0.2, 0.75, 0.05], carrydown: [0.15, 0.8, 0.05] },
  },
  {
    ...{ name: 'moveIn', minutes: 2, lasts: false, outcomes: testOutcomes, usual: [0.12, 0.48, 0.4] },
    given: {
      lineDry: [0.8, 0.14, 0.06],
      transition: [0.7, 0.2, 0.1],
      tooRough: [0.5, 0.32, 0.18],
      execution: [0.2, 0.6, 0.2],
      lineOily: [0.04, 0.26, 0.7],
    },
  },
  {
    ...{ name: 'moveOut', minutes: 2, lasts: false, outcomes: testOutcomes, usual: [0.18, 0.5, 0.32] },
    given: {
      lineOily: [0.78, 0.16, 0.06],
      carrydown: [0.45, 0.4, 0.15],
      tooSmooth: [0.4, 0.4, 0.2],
      oil: [0.3, 0.5, 0.2],
      film: [0.3, 0.5, 0.2],
      lineDry: [0.04, 0.26, 0.7],
      transition: [0.05, 0.3, 0.65],
      execution: [0.2, 0.6, 0.2],
    },
  },
  {
    ...{ name: 'scan', minutes: 2, lasts: false, outcomes: scanOutcomes, usual: [0.12, 0.78, 0.1] },
    given: { tooSmooth: [0.85, 0.14, 0.01], tooRough: [0.01, 0.2, 0.79] },
  },
  {
    // One that is known on this lane: what it does is the lane, what it does not do is the ball.
    ...{ name: 'otherBall', minutes: 3, lasts: false, outcomes: testOutcomes, usual: [0.72, 0.2, 0.08] },
    given: {
      execution: [0.15, 0.7, 0.15],
      lineDry: [0.3, 0.6, 0.1],
      lineOily: [0.25, 0.65, 0.1],
      transition: [0.3, 0.6, 0.1],
      carrydown: [0.25, 0.65, 0.1],
    },
  },
  {
    ...{ name: 'clean', minutes: 6, lasts: false, outcomes: testOutcomes, usual: [0.08, 0.85, 0.07] },
    given: { film: [0.85, 0.12, 0.03], oil: [0.35, 0.6, 0.05] },
  },
  {
    ...{ name: 'rougher', minutes: 6, lasts: true, outcomes: testOutcomes, usual: [0.15, 0.5, 0.35] },
    given: {
      tooSmooth: [0.8, 0.15, 0.05],
      oil: [0.35, 0.55, 0.1],
      film: [0.4, 0.5, 0.1],
      lineOily: [0.45, 0.4, 0.15],
      carrydown: [0.35, 0.45, 0.2],
      tooRough: [0.02, 0.18, 0.8],
      lineDry: [0.03, 0.27, 0.7],
      transition: [0.03, 0.27, 0.7],
      execution: [0.12, 0.7, 0.18],
    },
  },
  {
    ...{ name: 'smoother', minutes: 15, lasts: true, outcomes: testOutcomes, usual: [0.15, 0.55, 0.3] },
    given: {
      tooRough: [0.8, 0.15, 0.05],
      transition: [0.4, 0.45, 0.15],
      lineDry: [0.4, 0.45, 0.15],
      tooSmooth: [0.02, 0.28, 0.7],
      execution: [0.12, 0.7, 0.18],
    },
  },
  {
    ...{ name: 'extract', minutes: 150, lasts: false, outcomes: testOutcomes, usual: [0.08, 0.88, 0.04] },
    given: { oil: [0.85, 0.13, 0.02], film: [0.6, 0.37, 0.03] },
  },
  {
    ...{ name: 'layout', minutes: 1440, lasts: true, outcomes: testOutcomes, usual: [0.1, 0.75, 0.15] },
    given: { mismatch: [0.5, 0.35, 0.15] },
  },
]
const byName = new Map(testKinds.map((kind) => [kind.name, kind]))
export const testKind = (name: TestName): TestKind => byName.get(name)!
/** Probability of an outcome of a test when a cause is behind it. */
export function outcomeWith(kind: TestKind, outcome: TestOutcome, cause: Cause): number {
  const at = kind.outcomes.indexOf(outcome)
  return at < 0 ? 0 : (kind.given[cause] ?? kind.usual)[at]!
}
/** Every row of the table adds up: what a reader may check. */
export const rowsOf = (kind: TestKind) => causes.map((cause) => kind.given[cause] ?? kind.usual)
