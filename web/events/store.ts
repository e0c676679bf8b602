import type { BowlingEvent, Customer, Page, RuleSet } from '@sleetfall/contract'
import { defineStore } from 'pinia'
import { useCustomers } from '../customers/store.ts'
import { get } from '../http/client.ts'
import { useCollection } from '../http/collection.ts'
import { useRecords } from '../http/records.ts'
import { queryOf } from '../http/usePage.ts'

const mostAhead = 100

export const useEvents = defineStore('events', () => {
  const customers = useCustomers()
  const events = useRecords<BowlingEvent>('/events')
  /** Events that lie ahead, nearest first: of one customer, or the shop's next ones. */
  async function ahead(customerId: string | null = null): Promise<readonly BowlingEvent[]> {
    const { items } = await get<Page<BowlingEvent>>(`/events?${queryOf({ customerId, limit: mostAhead })}`)
    events.adopt(items)
    return items
  }
  /** Those who are entered, named. */
  async function entrants(id: string): Promise<readonly Customer[]> {
    const named = await get<Customer[]>(`/events/${id}/entrants`)
    customers.adopt(named)
    return named
  }
  return { ...events, ahead, entrants }
})

/** What organisers ask of balls. */
export const useRuleSets = defineStore('ruleSets', () => useCollection<RuleSet>('/rule-sets'))
