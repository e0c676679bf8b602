import type { Ball, BowlingEvent, Pattern } from '@sleetfall/contract'

interface Question {
  readonly customerId: string | null
  readonly ballId: string | null
  readonly patternId: string | null
}

/**
 * What a what-if is about when it is opened with less than it needs: the bowler's next event and its pattern, or, with nobody chosen,
 * the nearest event of anybody with a ball here. What is given already stays.
 */
export function nextQuestion(
  given: Question,
  shop: {
    readonly events: readonly BowlingEvent[]
    readonly balls: readonly Ball[]
    readonly patterns: readonly Pattern[]
  },
): Question {
  const owner = shop.balls.find((ball) => ball.id === given.ballId)?.customerId ?? given.customerId
  const ahead = shop.events
    .filter((event) => event.nextOn !== null && event.patternIds.length > 0)
    .toSorted((a, b) => a.nextOn!.localeCompare(b.nextOn!))
  const hasBall = (id: string) => shop.balls.some((ball) => ball.customerId === id)
  const event = ahead.find((one) => (owner ? one.customerIds.includes(owner) : one.customerIds.some(hasBall)))
  const customerId = owner ?? event?.customerIds.find(hasBall) ?? shop.balls[0]?.customerId ?? null
  return {
    customerId,
    ballId: given.ballId ?? shop.balls.find((ball) => ball.customerId === customerId)?.id ?? null,
    patternId: given.patternId ?? event?.patternIds[0] ?? shop.patterns[0]?.id ?? null,
  }
}
