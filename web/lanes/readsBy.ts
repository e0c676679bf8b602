import type { Ball, Customer, Pattern } from '@sleetfall/contract'
import { simulate } from '@sleetfall/core'
import { emptySetup, filmInUse, prepare } from './setup.ts'

/** Feet from which a difference of the first read is worth telling. */
const leastFt = 1

/**
 * How many feet later (+) or earlier (−) a ball reads as it is than on its target, both on the usual line of a fresh lane; null where either never reads,
 * where no target is set, or where it is less than a foot.
 */
export function readsBy(customer: Customer, ball: Ball, pattern: Pattern): number | null {
  const { window } = ball.surface
  if (!window) return null
  const film = filmInUse(pattern, 0)
  const readOf = (one: Ball) => simulate(prepare(emptySetup, customer, one, pattern, film).input).firstReadFt
  const wanted = Math.sqrt(window.minRaUm * window.maxRaUm)
  const now = readOf(ball)
  const then = readOf({ ...ball, surface: { ...ball.surface, effectiveRaUm: wanted } })
  if (now === null || then === null || Math.abs(now - then) < leastFt) return null
  return Math.round(now - then)
}
