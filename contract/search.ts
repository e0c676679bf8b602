import type { JobKind } from '@sleetfall/core'
import type { Whereabouts } from './ballEvents.ts'
import type { Hand } from './customers.ts'
import type { eventKinds } from './events.ts'

export const foundKinds = ['customer', 'ball', 'pattern', 'job', 'event', 'trial'] as const

/** What tells one that was found from another of the same kind and title. */
type FoundFacts =
  | { readonly kind: 'customer'; readonly hand: Hand; readonly distinction: string }
  | { readonly kind: 'ball'; readonly customerName: string; readonly place: Whereabouts; readonly shelf: string }
  | { readonly kind: 'pattern' }
  | { readonly kind: 'job'; readonly work: JobKind; readonly customerName: string; readonly dueOn: string }
  | { readonly kind: 'event'; readonly what: (typeof eventKinds)[number]; readonly startsOn: string }
  | { readonly kind: 'trial'; readonly customerName: string }

/** One thing that the search field found. */
export type Found = FoundFacts & {
  readonly id: string
  readonly title: string
  /** Customer to open for a ball, a job or a trial. */
  readonly customerId: string | null
}
