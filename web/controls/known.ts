/** What a figure is: read off, fitted to records, reckoned from others, or taken as usual. */
export const knownKinds = ['measured', 'fitted', 'computed', 'assumed', 'unknown'] as const
export type KnownKind = (typeof knownKinds)[number]

/** A figure on a screen and what it rests on, for who asks how it is known. */
export interface Known {
  /** What it is and how much. */
  readonly figure: string
  readonly kind: KnownKind
  /** From whom or what it comes. */
  readonly source: string
  /** How it was reckoned. */
  readonly model?: string
  /** How much there was to reckon from. */
  readonly data?: string
  /** How far off it may be. */
  readonly band?: string
  /** What would make it another or a surer figure. */
  readonly changes?: string
}
export const knownRows = ['source', 'model', 'data', 'band', 'changes'] as const satisfies readonly (keyof Known)[]
