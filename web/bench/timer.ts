/** Seconds left of a step; negative once it is over. */
export function secondsLeft(startedAt: string, minutes: number, nowMs: number): number {
  return Math.round((Date.parse(startedAt) + minutes * 60_000 - nowMs) / 1000)
}

/** `4:07`, or `1:02:30` from an hour on; without a sign. */
export function clockText(seconds: number): string {
  const whole = Math.abs(seconds)
  const two = (n: number) => String(n).padStart(2, '0')
  const hours = Math.floor(whole / 3600)
  const minutes = Math.floor((whole % 3600) / 60)
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`
}
