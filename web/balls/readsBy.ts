import type { Ball, BowlingEvent } from '@sleetfall/contract'
import { careNeeded } from '@sleetfall/core'
import { defineStore } from 'pinia'
import { shallowRef } from 'vue'
import { useCustomers } from '../customers/store.ts'
import { useEvents } from '../events/store.ts'
import { usePatterns } from '../lanes/store.ts'
import { onlyLikely } from '../surface/useSurfaceText.ts'

/** What a worn surface does at the next play of its owner. */
export interface ReadsBy {
  /** Feet later (+) or earlier (−) than on its target. */
  readonly feet: number
  readonly event: Pick<BowlingEvent, 'name' | 'kind'> & { readonly nextOn: string }
  readonly pattern: string
}

/** Outside its window by what is known, and not by assumed wear alone. */
const isOutside = ({ cover, surface }: Ball) =>
  careNeeded(cover, surface).includes('surface-outside') && !onlyLikely(surface) && surface.window !== null

/** How far off a customer's worn balls read at their next play; worked out behind what is shown. */
export const useReadsBy = defineStore('readsBy', () => {
  const [customers, events, patterns] = [useCustomers(), useEvents(), usePatterns()]
  const told = shallowRef<ReadonlyMap<string, ReadsBy>>(new Map())
  const keyOf = ({ id, surface }: Ball) => `${id} ${surface.effectiveRaUm}`
  /** What is known of a ball as it is now. */
  const of = (ball: Ball): ReadsBy | null => told.value.get(keyOf(ball)) ?? null
  function tell(ball: Ball, found: ReadsBy | null): void {
    const next = new Map(told.value)
    if (found) next.set(keyOf(ball), found)
    else next.delete(keyOf(ball))
    told.value = next
  }

  let latest = 0
  /** Works out anew what a customer's balls want to be told: the play, the lane or the release may be others by now. */
  async function ask(customerId: string, balls: readonly Ball[]): Promise<void> {
    const turn = ++latest
    for (const ball of balls) if (!isOutside(ball)) tell(ball, null)
    const wanted = balls.filter(isOutside)
    if (wanted.length === 0) return
    const [customer, [event]] = await Promise.all([
      customers.need(customerId),
      events.ahead(customerId),
      patterns.load(),
    ])
    const pattern = patterns.byId.get(event?.patternIds[0] ?? '')
    const { readsBy } = await import('../lanes/readsBy.ts')
    for (const ball of wanted) {
      // A ball at a time, so that the screen is never held up.
      await new Promise((resolve) => setTimeout(resolve, 0))
      if (turn !== latest) return
      const nextOn = event?.nextOn
      const feet = customer && pattern && nextOn ? readsBy(customer, ball, pattern) : null
      tell(
        ball,
        event && pattern && nextOn && feet !== null
          ? { feet, event: { name: event.name, kind: event.kind, nextOn }, pattern: pattern.name }
          : null,
      )
    }
  }
  return { of, ask }
})
