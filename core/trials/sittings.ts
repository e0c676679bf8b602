import type { Shot } from './shot.ts'

/** Shots further apart than this are another sitting: the lane was oiled anew, the bowler has slept. */
const sittingGapMs = 6 * 3_600_000

/** Shots parted into sittings by when they were thrown, each in its order; without times there is one. */
export function sittingsOf<T extends Pick<Shot, 'thrownAt' | 'sequence'>>(
  shots: readonly T[],
): readonly (readonly T[])[] {
  const parts: T[][] = []
  let last = Number.NaN
  const timed = [...shots].sort((a, b) => (a.thrownAt ?? '').localeCompare(b.thrownAt ?? '') || a.sequence - b.sequence)
  for (const shot of timed) {
    const at = Date.parse(shot.thrownAt ?? '')
    if (parts.length === 0 || at - last > sittingGapMs) parts.push([])
    parts.at(-1)!.push(shot)
    if (!Number.isNaN(at)) last = at
  }
  return parts
}
