import { type Cause, causes } from './causes.ts'

/** What somebody sees at the pins, on the lane or in a row of shots. */
export const signNames = [
  'flatCorner',
  'ringing',
  'light',
  'high',
  'wideOut',
  'wideIn',
  'skittish',
  'fading',
  'noRoom',
  'early',
  'late',
  'hookStops',
  'straight',
  'carefulShots',
  'spraying',
] as const
export type SignName = (typeof signNames)[number]

/**
 * How often each sign is seen with each cause, in the order execution, lineDry, lineOily, transition, carrydown, film, tooSmooth, tooRough, oil, mismatch. Starting values by the table of signs and
 * the rules of thumb on reading (assumed; the shop's own outcomes move them).
 */
const table: Readonly<Record<SignName, readonly number[]>> = {
  // Rolled out: too early, too much surface, or a line in too much friction.
  flatCorner: [0.12, 0.45, 0.08, 0.4, 0.15, 0.1, 0.08, 0.5, 0.15, 0.2],
  // A little late or light.
  ringing: [0.15, 0.12, 0.25, 0.12, 0.25, 0.25, 0.28, 0.08, 0.22, 0.18],
  // Reads late or too little.
  light: [0.25, 0.08, 0.5, 0.1, 0.5, 0.45, 0.55, 0.1, 0.5, 0.3],
  // Reads early, or the line lies too far in friction.
  high: [0.22, 0.55, 0.05, 0.5, 0.05, 0.05, 0.05, 0.4, 0.04, 0.25],
  // Missed the pocket on one side: look at how it was thrown first.
  wideOut: [0.35, 0.08, 0.2, 0.08, 0.15, 0.12, 0.15, 0.06, 0.12, 0.12],
  wideIn: [0.3, 0.2, 0.05, 0.18, 0.04, 0.04, 0.05, 0.12, 0.04, 0.12],
  // Early if it misses to friction, never if it misses to oil.
  skittish: [0.12, 0.2, 0.15, 0.25, 0.08, 0.1, 0.3, 0.12, 0.06, 0.5],
  // Good at first, then weaker turn, shot by shot.
  fading: [0.05, 0.1, 0.06, 0.55, 0.3, 0.4, 0.12, 0.12, 0.15, 0.08],
  // No misses recover, none hold.
  noRoom: [0.1, 0.2, 0.25, 0.2, 0.15, 0.12, 0.15, 0.15, 0.15, 0.55],
  early: [0.1, 0.5, 0.05, 0.5, 0.06, 0.05, 0.03, 0.6, 0.05, 0.2],
  late: [0.15, 0.05, 0.5, 0.08, 0.4, 0.45, 0.6, 0.04, 0.4, 0.3],
  // The lateral hook fades down-lane: it burns.
  hookStops: [0.06, 0.45, 0.05, 0.45, 0.35, 0.12, 0.06, 0.5, 0.25, 0.18],
  // Does hardly turn at all.
  straight: [0.06, 0.04, 0.3, 0.04, 0.3, 0.35, 0.4, 0.04, 0.5, 0.2],
  // Thrown as meant, again and again.
  carefulShots: [0.15, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6, 0.6],
  // Targets or speeds far apart.
  spraying: [0.7, 0.2, 0.2, 0.2, 0.2, 0.2, 0.2, 0.2, 0.2, 0.2],
}
/** Probability that a sign is seen when a cause is behind it. */
export const seenWith = (sign: SignName, cause: Cause): number => table[sign][causes.indexOf(cause)]!
