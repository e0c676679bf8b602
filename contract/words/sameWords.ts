/** The words of a catalogue in another language: the same keys, each with a text of its own. */
export type SameWords<T> = T extends string
  ? string
  : T extends readonly unknown[]
    ? readonly string[]
    : { readonly [K in keyof T]: SameWords<T[K]> }
