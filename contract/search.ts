export const foundKinds = ['customer', 'ball', 'pattern', 'job', 'event', 'trial'] as const

/** One thing that the search field found. */
export interface Found {
  readonly kind: (typeof foundKinds)[number]
  readonly id: string
  readonly title: string
  readonly detail: string
  /** Customer to open for a ball, a job or a trial. */
  readonly customerId: string | null
}
