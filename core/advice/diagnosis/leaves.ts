import type { SignName } from './signs.ts'

/** A pin where a left-hander sees what a right-hander sees at its mirror image. */
const mirror: Readonly<Record<number, number>> = { 1: 1, 2: 3, 3: 2, 4: 6, 5: 5, 6: 4, 7: 10, 8: 9, 9: 8, 10: 7 }
export const mirrored = (leave: readonly number[]): number[] => leave.map((pin) => mirror[pin]!).sort((a, b) => a - b)

export interface LeaveReading {
  readonly sign: SignName
  /** How likely it means that, of all that the leave may mean (assumed). */
  readonly share: number
}
/** What was seen besides the pins. */
export interface LeaveFlags {
  readonly flatCorner?: boolean
  readonly ringing?: boolean
  readonly light?: boolean
  readonly high?: boolean
  readonly nose?: boolean
  readonly messenger?: boolean
}
export interface ReadLeave {
  readonly readings: readonly LeaveReading[]
  /** It may be luck, for or against the bowler: carry is mostly chance in a single shot. */
  readonly luck: boolean
}

const says = (...readings: (readonly [SignName, number])[]): readonly LeaveReading[] =>
  readings.map(([sign, share]) => ({ sign, share }))
/** Leaves of a right-hander by their pins (assumed, after the table of signs). */
const known: Readonly<Record<string, readonly LeaveReading[]>> = {
  '10': says(['ringing', 0.45], ['flatCorner', 0.4]),
  '7': says(['high', 0.35], ['ringing', 0.3]),
  '4': says(['high', 0.65]),
  '9': says(['high', 0.6]),
  '4-9': says(['high', 0.75]),
  '4-7': says(['high', 0.6]),
  '3-10': says(['high', 0.55]),
  '3-6-10': says(['high', 0.75]),
  '6-10': says(['wideIn', 0.55], ['high', 0.35]),
  '2-8': says(['light', 0.7]),
  '2-4-8': says(['light', 0.7]),
  '2-4-5': says(['light', 0.7]),
  '2-8-10': says(['light', 0.8]),
  '5-7': says(['light', 0.75]),
  '8-10': says(['light', 0.7]),
  '5-10': says(['light', 0.6]),
  '5': says(['light', 0.65]),
  '2-4-7': says(['wideOut', 0.6], ['light', 0.3]),
  '1-2-4-7': says(['wideOut', 0.75]),
  '1-2-10': says(['wideOut', 0.7]),
  '1-3-6-10': says(['wideIn', 0.8]),
}

/**
 * What the pins that stand may mean, for the hand that threw: a left-hander's leave is read in the mirror. Flags that somebody saw count more than the pins do. A strike says nothing by itself; a light or a lucky one is told as such.
 */
export function readLeave(leave: readonly number[] | null, hand: 'right' | 'left', flags: LeaveFlags = {}): ReadLeave {
  if (leave === null) return { readings: [], luck: false }
  const own = hand === 'left' ? mirrored(leave) : [...leave].sort((a, b) => a - b)
  if (flags.flatCorner) return { readings: says(['flatCorner', 0.9]), luck: false }
  if (flags.ringing) return { readings: says(['ringing', 0.9]), luck: own.length === 1 }
  if (flags.light) return { readings: says(['light', 0.85]), luck: own.length === 0 }
  if (flags.nose) return { readings: says(['wideIn', 0.5], ['high', 0.45]), luck: false }
  if (flags.high) return { readings: says(['high', 0.9]), luck: own.length === 0 }
  if (own.length === 0) return { readings: [], luck: flags.messenger === true }
  // The head pin with pins on both sides of it: through the middle.
  const split = !own.includes(1) && own.some((pin) => [4, 7].includes(pin)) && own.some((pin) => [6, 10].includes(pin))
  if (split) return { readings: says(['high', 0.7], ['wideIn', 0.2]), luck: false }
  return { readings: known[own.join('-')] ?? [], luck: flags.messenger === true }
}

/** A sign counts as seen in a row of shots when at least so many of them, and so large a share, show it. */
const leastShots = 2
const leastShare = 0.35

interface SeenShot {
  readonly leave: readonly number[] | null
  readonly flags: readonly string[]
  readonly read: 'early' | 'right' | 'late' | null
  readonly execution: string | null
  readonly targetBoard: number | null
  readonly entryBoard: number | null
}

/** Signs that a row of shots shows, oldest first: what most of them say, spread at the target, and a turn that fades. Shots thrown badly say nothing of ball and lane. */
export function signsOf(shots: readonly SeenShot[], hand: 'right' | 'left'): SignName[] {
  const noted = shots.filter((shot) => shot.execution !== null)
  const good = shots.filter((shot) => shot.execution === null || shot.execution === 'good')
  const found = new Map<SignName, number>()
  const add = (sign: SignName, by: number) => found.set(sign, (found.get(sign) ?? 0) + by)
  for (const shot of good) {
    const flags = Object.fromEntries(shot.flags.map((flag) => [flag, true])) as LeaveFlags
    for (const { sign, share } of readLeave(shot.leave, hand, flags).readings) add(sign, share)
    if (shot.read === 'early' || shot.read === 'late') add(shot.read, 1)
  }
  const signs = [...found].flatMap(([sign, weight]) =>
    weight >= leastShots - 0.5 && weight / good.length >= leastShare ? [sign] : [],
  )
  const bad = noted.filter((shot) => shot.execution !== 'good').length
  if (noted.length >= 4 && bad / noted.length >= 0.4) signs.push('spraying')
  else if (noted.length >= 4 && bad === 0) signs.push('carefulShots')
  const entries = good.flatMap((shot) => shot.entryBoard ?? [])
  if (fades(entries)) signs.push('fading')
  return [...new Set(signs)]
}

/** The entry falls by half a board a shot or more over at least five shots, most of them following. */
function fades(entries: readonly number[]): boolean {
  if (entries.length < 5) return false
  const n = entries.length
  const [mx, my] = [(n - 1) / 2, entries.reduce((sum, one) => sum + one, 0) / n]
  const sxy = entries.reduce((sum, y, x) => sum + (x - mx) * (y - my), 0)
  const sxx = entries.reduce((sum, _, x) => sum + (x - mx) ** 2, 0)
  const syy = entries.reduce((sum, y) => sum + (y - my) ** 2, 0)
  return sxy / sxx <= -0.5 && syy > 0 && sxy ** 2 / (sxx * syy) > 0.6
}
