/** Pauses of a step: what they took, and since when one lasts. */
interface Pauses {
  readonly pausedSeconds?: number
  readonly pausedAt?: string | null
}

/** Seconds left of a step; negative once it is over. While it is paused the clock stands. */
export function secondsLeft(startedAt: string, minutes: number, nowMs: number, pauses: Pauses = {}): number {
  const until = pauses.pausedAt ? Math.min(nowMs, Date.parse(pauses.pausedAt)) : nowMs
  return Math.round((Date.parse(startedAt) + minutes * 60_000 - until) / 1000 + (pauses.pausedSeconds ?? 0))
}

/** `4:07`, or `1:02:30` from an hour on; without a sign. */
export function clockText(seconds: number): string {
  const whole = Math.abs(seconds)
  const two = (n: number) => String(n).padStart(2, '0')
  const hours = Math.floor(whole / 3600)
  const minutes = Math.floor((whole % 3600) / 60)
  return hours > 0 ? `${hours}:${two(minutes)}:${two(whole % 60)}` : `${minutes}:${two(whole % 60)}`
}
