import type { Ball, BowlingEvent, Pattern } from '@sleetfall/contract'

interface Question {
  readonly customerId: string | null
  readonly ballId: string | null
  readonly patternId: string | null
}

/**
 * What a what-if is about when it is opened with less than it needs: the bowler's next event and its pattern, or, with nobody chosen,
 * the nearest event of anybody with a ball here, else whoever is found first. What is given already stays. `rackOf` reads one
 * customer's balls in use; few are asked for.
 */
export async function nextQuestion(
  given: Question,
  shop: {
    /** Events that lie ahead, of one bowler or of all, nearest first. */
    readonly eventsAhead: (customerId: string | null) => Promise<readonly BowlingEvent[]>
    readonly rackOf: (customerId: string) => Promise<readonly Pick<Ball, 'id'>[]>
    readonly anyBall: () => Promise<Pick<Ball, 'id' | 'customerId'> | null>
    readonly ownerOf: (ballId: string) => Promise<string | null>
    readonly patterns: readonly Pick<Pattern, 'id'>[]
  },
): Promise<Question> {
  const owner = (given.ballId === null ? null : await shop.ownerOf(given.ballId)) ?? given.customerId
  const ahead = (await shop.eventsAhead(owner)).filter((event) => event.patternIds.length > 0)
  const found = owner === null ? await firstWithBall(ahead, shop.rackOf) : null
  const customerId = owner ?? found?.customerId ?? (await shop.anyBall())?.customerId ?? null
  const event = owner === null ? found?.event : ahead[0]
  const ballId = given.ballId ?? (customerId === null ? null : ((await shop.rackOf(customerId))[0]?.id ?? null))
  return { customerId, ballId, patternId: given.patternId ?? event?.patternIds[0] ?? shop.patterns[0]?.id ?? null }
}

/** Bowlers whose racks are looked into before giving up. */
const mostLookedInto = 12

async function firstWithBall(
  ahead: readonly BowlingEvent[],
  rackOf: (customerId: string) => Promise<readonly unknown[]>,
): Promise<{ readonly event: BowlingEvent; readonly customerId: string } | null> {
  const entries = ahead.flatMap((event) => event.customerIds.map((customerId) => ({ event, customerId })))
  for (const entry of entries.slice(0, mostLookedInto)) if ((await rackOf(entry.customerId)).length > 0) return entry
  return null
}
