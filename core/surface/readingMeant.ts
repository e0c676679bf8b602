/** A reading further than this from what is expected is odd, as a factor of grit; one nearer than the other is as expected. */
const odd = 2.5
const asExpected = 1.6
const apart = (a: number, b: number) => Math.max(a / b, b / a)

/**
 * Grit that was likely meant by a reading with a figure too few or too many (360 for 3600), judged by what else is known: other spots of the same
 * reading, and what the ball's curve says. Null when nothing is odd, or when no tenfold would mend it. One such slip among a ball's readings would
 * move its fitted lane shine by half.
 */
export function readingMeant(grit: number | null, expected: readonly number[]): number | null {
  if (grit === null || !Number.isFinite(grit) || grit <= 0) return null
  const sound = expected.filter((one) => Number.isFinite(one) && one > 0)
  if (sound.length === 0 || sound.some((one) => apart(grit, one) < odd)) return null
  const meant = [grit * 10, grit / 10].find((one) => sound.every((other) => apart(one, other) <= asExpected))
  return meant === undefined ? null : Math.round(meant)
}
