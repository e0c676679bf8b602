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

/** How far off a customer's worn balls read at their next play; worked out once for each, behind what is shown. */
export const useReadsBy = defineStore('readsBy', () => {
  const [customers, events, patterns] = [useCustomers(), useEvents(), usePatterns()]
  const told = shallowRef<ReadonlyMap<string, ReadsBy | null>>(new Map())
  const keyOf = ({ id, surface }: Ball) => `${id} ${surface.effectiveRaUm}`
  /** What is known of a ball as it is now. */
  const of = (ball: Ball): ReadsBy | null => told.value.get(keyOf(ball)) ?? null

  /** Works out what a customer's balls want to be told; what fails is not told. */
  async function ask(customerId: string, balls: readonly Ball[]): Promise<void> {
    const wanted = balls.filter((ball) => isOutside(ball) && !told.value.has(keyOf(ball)))
    if (wanted.length === 0) return
    const [customer, [event]] = await Promise.all([
      customers.need(customerId),
      events.ahead(customerId),
      patterns.load(),
    ])
    const pattern = patterns.byId.get(event?.patternIds[0] ?? '')
    if (!customer || !event?.nextOn || !pattern) return
    const { readsBy } = await import('../lanes/readsBy.ts')
    for (const ball of wanted) {
      // A ball at a time, so that the screen is never held up.
      await new Promise((resolve) => setTimeout(resolve, 0))
      const feet = readsBy(customer, ball, pattern)
      const { name, kind, nextOn } = event
      const found = feet === null ? null : { feet, event: { name, kind, nextOn }, pattern: pattern.name }
      told.value = new Map([...told.value, [keyOf(ball), found]])
    }
  }
  return { of, ask }
})
