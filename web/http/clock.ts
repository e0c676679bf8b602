import { computed, ref } from 'vue'

/**
 * The shop's clock as this device knows it. Each answer of the server carries its time to the second; a device whose own clock is further off
 * than that and the way there explain takes times from the shop's, else what it records would lie in the future or in the wrong week.
 */
const offMs = ref(0)
/** Less is not told from the way there and from the second that the server rounds to. */
const tellingMs = 90_000

/** Takes an answer's time, asked and come at two moments of the own clock. */
export function hearTime(dateHeader: string | null, askedMs: number, cameMs: number): void {
  const said = Date.parse(dateHeader ?? '')
  if (Number.isNaN(said)) return
  // On average half a second was cut off.
  const difference = said + 500 - (askedMs + cameMs) / 2
  offMs.value = Math.abs(difference) - (cameMs - askedMs) / 2 > tellingMs ? difference : 0
}

/** By how much the device's clock is ahead of the shop's, in ms; 0 when they agree. */
export const clockAheadMs = computed(() => 0 - offMs.value)
/** Now, by the shop's clock. */
export const nowMs = (): number => Date.now() + offMs.value
export const nowDate = (): Date => new Date(nowMs())
export const nowIso = (): string => nowDate().toISOString()
